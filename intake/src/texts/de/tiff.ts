import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const tiff: Translated<typeof en>['tiff'] = {
  tiffPackedWayCant:
    'Die TIFF ist auf eine Weise gepackt, die sich hier nicht lesen lässt (Art {compression}, Prädiktor {predictor}). Exportieren Sie sie noch einmal mit LZW oder Deflate.',
  tiffsHeaderPointsByte:
    'Der Kopf der TIFF verweist auf Byte {offset}, und die Datei endet bei {size}. Sie wurde abgeschnitten: exportieren oder kopieren Sie sie noch einmal.',
  tiffPackedPartsMb:
    'Die TIFF ist in Teile von {bytes} MB gepackt; höchstens {most} MB sind erlaubt. Exportieren Sie sie noch einmal in Streifen oder Kacheln.',
  tiffSaysTagHas:
    'Die TIFF sagt, dass ihr Tag {entries} {count} Werte hat, mehr als die ganze Datei von {size} Byte fassen kann. Exportieren oder kopieren Sie sie noch einmal.',
  indexedColourPaletteConvert: 'in indizierter Farbe (Palette). Wandeln Sie sie in RGB oder CMYK.',
  transparencyMaskNoPicture:
    'eine Transparenzmaske, kein Bild. Exportieren Sie die Druckdaten selbst.',
  labColourConvertCmyk: 'in Lab-Farbe. Wandeln Sie sie in CMYK, oder in RGB mit Profil.',
  rawDataCameraDevelop:
    'Rohdaten einer Kamera. Entwickeln Sie sie, und speichern Sie RGB oder CMYK.',
  tiffCantReadDirectory:
    'Die TIFF lässt sich nicht lesen: ihr Verzeichnis oder ihre Bilddaten sind beschädigt, oder auf hier unbekannte Weise gepackt. Exportieren Sie sie noch einmal mit LZW oder Deflate.',
  pagesMore: '{pages} Seiten oder mehr',
  tiffHasOneRead:
    'Die TIFF hat {rest}, und eine wird gelesen. Speichern Sie jede Seite als eigene Datei, oder senden Sie eine PDF.',
  tiff: 'Die TIFF ist {unread}',
  tiffHoldsFloatingPoint:
    'Die TIFF enthält Gleitkommazahlen von {bits} Bit. Wandeln Sie sie in 8 Bit je Kanal.',
  tiffBitmap1Bit:
    'Die TIFF ist eine Bitmap mit 1 Bit je Pixel. Wandeln Sie sie bei gleicher Auflösung in Grau oder CMYK mit 8 Bit je Kanal.',
  tiffHasBitsChannel:
    'Die TIFF hat {bits} Bit je Kanal; 8 und 16 lassen sich lesen. Wandeln Sie sie in 8 Bit.',
  tiffsColoursKindChannels:
    'Die Farben der TIFF (Art {photometric}, {samples} Kanäle) lassen sich nicht als Druck lesen. Wandeln Sie sie in CMYK, RGB oder Grau.',
  tiffHasExtraInks:
    'Die TIFF hat {n} zusätzliche Farben; höchstens {most} sind erlaubt. Führen Sie zusammen, was nicht nötig ist.',
  partTiffDeclaresPixels:
    'Ein Teil der TIFF gibt {columns} × {rows} Pixel an, wo {width} × {height} erwartet sind. Exportieren Sie sie noch einmal mit LZW oder Deflate.',
  pages: '{pages} Seiten',
};
