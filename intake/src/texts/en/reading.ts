export const reading = {
  processInkFile: 'process ink as in the file',
  takenBlackInk: 'taken as black ink',
  convertedProcessInkIcc: 'converted to process ink by ICC profile ({sourceName}), {rendering}',
  pictureGrey: 'The picture is grey; it was {colour}.',
  resolutionMustWithin36: 'The resolution must be within 36 to 1200 dpi; got {dpi}.',
  scaleMustWithinGot: 'The scale must be within {least} to {most}; got {scale}.',
  epsPostscriptFile: 'an EPS or PostScript file',
  openProgramMadeSave: 'Open it in the program that made it and save a PDF with spot colours kept.',
  postscriptFile: 'a PostScript file',
  epsFilePreview: 'an EPS file with a preview in it',
  layeredPicturePsd: 'a layered picture (PSD)',
  saveTiffSpotChannels: 'Save it as TIFF with its spot channels, or as PDF.',
  gif: 'a GIF',
  savePngTiffResolution: 'Save it as PNG or TIFF at the resolution it is printed at.',
  bmp: 'a BMP',
  jpeg2000: 'a JPEG 2000',
  heicPhotograph: 'a HEIC photograph',
  avifPicture: 'an AVIF picture',
  zipArchive: 'a ZIP archive',
  unpackSendArtwork: 'Unpack it and send the artwork that is in it.',
  dxfDrawing: 'a DXF drawing',
  exportPdfSvgTrue: 'Export it as PDF or SVG at its true size.',
  pictureStatesNoResolution:
    'The picture states no resolution; {assumed} dpi is assumed, which makes it {width} × {height} mm.',
  pictureHasMoreThan:
    'The picture has more than {most} million pixels. Choose a lower resolution, or print it in tiles.',
  pictureEndsTooEarly:
    'The picture ends too early or is damaged. Export it again, or send it as TIFF or PDF.',
  processInksCoatedPaper: 'Process inks on coated paper',
  relativeColorimetricBlackPoint: 'relative colorimetric with black point compensation',
  ownProfileCantUsed: 'its own profile can’t be used',
  noneEmbedded: 'none is embedded',
  srgb: 'sRGB, as {rest}',
  fileHasNoPage: 'The file has no page {pages}. Choose one that it has.',
  picturePixelsThereNothing:
    'The picture is {width} × {height} pixels: there is nothing to print. Export it again.',
  pictureWouldPixelsMost:
    'The picture would be {width} × {height} pixels; the most is {side} on a side and {most} million in all. Choose a lower resolution, or print it in tiles.',
  fileEmpty0Bytes: 'The file is empty: 0 bytes. Export or copy it again.',
  thisIs: 'This is {kind}. {instead}',
  notExportArtworkOne: 'This is not a {formats}. Export the artwork as one of these.',
  drawingHasLayersNamed:
    'The drawing has {size} layers named as specials; the most is {most}. Merge those that belong together.',
  drawingStatesNoSize:
    'The drawing states no size in mm; {units} of its units are taken for an inch, which makes it {width} × {height} mm.',
  layerMayMeantSpecial:
    'The layer "{name}" may be meant as a special, and prints as colour. Name it as the machine wants it, or make it part of the picture.',
  textSetTypefaceSvg:
    '{n} text is set in a typeface that an SVG does not carry with it: what this machine has was put in its place. Turn text into outlines. | {n} texts are set in a typeface that an SVG does not carry with it: what this machine has was put in its place. Turn text into outlines.',
  svgDamagedEndsToo: 'The SVG is damaged or ends too early. Export or copy it again.',
  svgWhichNotFollowed:
    'The SVG {what}, which is not followed here. Save it as plain SVG with everything embedded.',
  svgHasMbMost: 'The SVG has {size} MB; the most is {most} MB. Simplify it, or send it as PDF.',
  declaresEntities: 'declares entities',
  takesStyleFromAnother: 'takes its style from another file',
  svgHasMoreThan:
    'The SVG has more than {most} thousand elements, or nests them more than {depth} deep. Simplify it, or send it as PDF.',
  holdsScript: 'holds a script',
  holdsPageAnotherKind: 'holds a page of another kind',
  pointsAnotherFile: 'points to another file ("{attribute}")',
  pointsToAnotherFile: 'points to another file ("{target}")',
  svgStatesNeitherSize:
    'The SVG states neither a size nor a viewBox. Export it with width and height in mm.',
  svgTookMoreThan:
    'The SVG took more than {seconds} s to draw. Flatten its filters, or lower the resolution.',
  pictureRgb: 'The picture is RGB; it was {colour}.',
} as const;
