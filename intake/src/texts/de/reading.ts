import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const reading: Translated<typeof en>['reading'] = {
  processInkFile: 'Prozessfarbe wie in der Datei',
  takenBlackInk: 'als schwarze Farbe genommen',
  convertedProcessInkIcc: 'per ICC-Profil in Prozessfarbe gewandelt ({sourceName}), {rendering}',
  pictureGrey: 'Das Bild ist grau; es wurde {colour}.',
  resolutionMustWithin36: 'Die Auflösung muss 36 bis 1200 dpi sein; hier {dpi}.',
  scaleMustWithinGot: 'Der Maßstab muss {least} bis {most} sein; hier {scale}.',
  epsPostscriptFile: 'eine EPS- oder PostScript-Datei',
  openProgramMadeSave:
    'Öffnen Sie sie in dem Programm, das sie gemacht hat, und speichern Sie eine PDF mit erhaltenen Sonderfarben.',
  postscriptFile: 'eine PostScript-Datei',
  epsFilePreview: 'eine EPS-Datei mit Vorschaubild',
  layeredPicturePsd: 'ein Bild mit Ebenen (PSD)',
  saveTiffSpotChannels: 'Speichern Sie es als TIFF mit seinen Sonderfarbkanälen, oder als PDF.',
  gif: 'ein GIF',
  savePngTiffResolution:
    'Speichern Sie es als PNG oder TIFF in der Auflösung, in der es gedruckt wird.',
  bmp: 'ein BMP',
  jpeg2000: 'ein JPEG 2000',
  heicPhotograph: 'ein HEIC-Foto',
  avifPicture: 'ein AVIF-Bild',
  zipArchive: 'ein ZIP-Archiv',
  unpackSendArtwork: 'Entpacken Sie es, und senden Sie die Druckdaten darin.',
  dxfDrawing: 'eine DXF-Zeichnung',
  exportPdfSvgTrue: 'Exportieren Sie sie als PDF oder SVG in wahrer Größe.',
  pictureStatesNoResolution:
    'Das Bild nennt keine Auflösung; {assumed} dpi sind angenommen, das macht {width} × {height} mm.',
  pictureHasMoreThan:
    'Das Bild hat mehr als {most} Millionen Pixel. Wählen Sie eine kleinere Auflösung, oder drucken Sie in Teilen.',
  pictureEndsTooEarly:
    'Das Bild endet zu früh oder ist beschädigt. Exportieren Sie es noch einmal, oder senden Sie es als TIFF oder PDF.',
  processInksCoatedPaper: 'Prozessfarben auf gestrichenem Papier',
  relativeColorimetricBlackPoint: 'relativ farbmetrisch mit Tiefenkompensierung',
  ownProfileCantUsed: 'das eigene Profil ist nicht brauchbar',
  noneEmbedded: 'keines ist eingebettet',
  srgb: 'sRGB, denn {rest}',
  fileHasNoPage: 'Die Datei hat keine Seite {pages}. Wählen Sie eine vorhandene.',
  picturePixelsThereNothing:
    'Das Bild ist {width} × {height} Pixel: es gibt nichts zu drucken. Exportieren Sie es noch einmal.',
  pictureWouldPixelsMost:
    'Das Bild wäre {width} × {height} Pixel; erlaubt sind {side} je Seite und {most} Millionen insgesamt. Wählen Sie eine kleinere Auflösung, oder drucken Sie in Teilen.',
  fileEmpty0Bytes: 'Die Datei ist leer: 0 Byte. Exportieren oder kopieren Sie sie noch einmal.',
  thisIs: 'Das ist {kind}. {instead}',
  notExportArtworkOne: 'Das ist kein {formats}. Exportieren Sie die Druckdaten als eines davon.',
  drawingHasLayersNamed:
    'Die Zeichnung hat {size} Ebenen mit Namen von Sonderfarben; höchstens {most} sind erlaubt. Führen Sie zusammen, was zusammengehört.',
  drawingStatesNoSize:
    'Die Zeichnung nennt keine Größe in mm; {units} ihrer Einheiten gelten als ein Zoll, das macht {width} × {height} mm.',
  layerMayMeantSpecial:
    'Die Ebene „{name}“ ist vielleicht als Sonderfarbe gemeint und druckt als Farbe. Nennen Sie sie so, wie die Maschine es verlangt, oder machen Sie sie zum Teil des Bildes.',
  textSetTypefaceSvg:
    '{n} Text ist in einer Schrift gesetzt, die eine SVG nicht mitbringt: genommen wurde, was diese Maschine hat. Wandeln Sie Text in Pfade. | {n} Texte sind in einer Schrift gesetzt, die eine SVG nicht mitbringt: genommen wurde, was diese Maschine hat. Wandeln Sie Text in Pfade.',
  svgDamagedEndsToo:
    'Die SVG ist beschädigt oder endet zu früh. Exportieren oder kopieren Sie sie noch einmal.',
  svgWhichNotFollowed:
    'Die SVG {what}; dem wird hier nicht gefolgt. Speichern Sie sie als einfache SVG mit allem eingebettet.',
  svgHasMbMost:
    'Die SVG hat {size} MB; höchstens {most} MB sind erlaubt. Vereinfachen Sie sie, oder senden Sie sie als PDF.',
  declaresEntities: 'legt Entitäten fest',
  takesStyleFromAnother: 'nimmt ihren Stil aus einer anderen Datei',
  svgHasMoreThan:
    'Die SVG hat mehr als {most} tausend Elemente, oder schachtelt sie mehr als {depth} tief. Vereinfachen Sie sie, oder senden Sie sie als PDF.',
  holdsScript: 'enthält ein Skript',
  holdsPageAnotherKind: 'enthält eine Seite anderer Art',
  pointsAnotherFile: 'verweist auf eine andere Datei („{attribute}“)',
  pointsToAnotherFile: 'verweist auf eine andere Datei („{target}“)',
  svgStatesNeitherSize:
    'Die SVG nennt weder eine Größe noch eine viewBox. Exportieren Sie sie mit Breite und Höhe in mm.',
  svgTookMoreThan:
    'Die SVG zu zeichnen dauerte mehr als {seconds} s. Reduzieren Sie ihre Filter, oder verringern Sie die Auflösung.',
  pictureRgb: 'Das Bild ist RGB; es wurde {colour}.',
};
