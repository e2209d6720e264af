export const tiff = {
  tiffPackedWayCant:
    'The TIFF is packed in a way that can’t be read here (kind {compression}, predictor {predictor}). Export it again with LZW or Deflate.',
  tiffsHeaderPointsByte:
    'The TIFF’s header points to byte {offset}, and the file ends at {size}. It was cut off: export or copy it again.',
  tiffPackedPartsMb:
    'The TIFF is packed in parts of {bytes} MB; the most is {most} MB. Export it again in strips or tiles.',
  tiffSaysTagHas:
    'The TIFF says that its tag {entries} has {count} values, more than the whole file of {size} bytes can hold. Export or copy it again.',
  indexedColourPaletteConvert: 'in indexed colour (a palette). Convert it to RGB or CMYK.',
  transparencyMaskNoPicture: 'a transparency mask, no picture. Export the artwork itself.',
  labColourConvertCmyk: 'in Lab colour. Convert it to CMYK, or to RGB with a profile.',
  rawDataCameraDevelop: 'raw data of a camera. Develop it, and save RGB or CMYK.',
  tiffCantReadDirectory:
    'The TIFF can’t be read: its directory or its picture data is damaged, or packed in a way that is not known here. Export it again with LZW or Deflate.',
  pagesMore: '{pages} pages or more',
  tiffHasOneRead:
    'The TIFF has {rest}, and one is read. Save each page as a file of its own, or send a PDF.',
  tiff: 'The TIFF is {unread}',
  tiffHoldsFloatingPoint:
    'The TIFF holds floating point numbers of {bits} bits. Convert it to 8 bits a channel.',
  tiffBitmap1Bit:
    'The TIFF is a bitmap of 1 bit a pixel. Convert it to grey or CMYK of 8 bits a channel at the same resolution.',
  tiffHasBitsChannel:
    'The TIFF has {bits} bits a channel; 8 and 16 can be read. Convert it to 8 bit.',
  tiffsColoursKindChannels:
    'The TIFF’s colours (kind {photometric}, {samples} channels) can’t be read as print. Convert it to CMYK, RGB or grey.',
  tiffHasExtraInks:
    'The TIFF has {n} extra inks; the most is {most}. Merge those that are not needed.',
  partTiffDeclaresPixels:
    'A part of the TIFF declares {columns} × {rows} pixels where {width} × {height} are expected. Export it again with LZW or Deflate.',
  pages: '{pages} pages',
} as const;
