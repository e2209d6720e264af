import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const pdf: Translated<typeof en>['pdf'] = {
  pagePdfStatesNo: 'Seite {i} der PDF nennt keine Größe. Exportieren Sie sie noch einmal.',
  pdfDamagedEndsToo:
    'Die PDF ist beschädigt oder endet zu früh. Exportieren oder kopieren Sie sie noch einmal.',
  pdfLockedPasswordAsk:
    'Die PDF ist mit einem Passwort geschützt. Bitten Sie um eine ohne, oder speichern Sie sie ungeschützt.',
  checkingPdfTookMore:
    'Die Prüfung der PDF dauerte mehr als 60 s. Reduzieren Sie die Transparenz, oder exportieren Sie sie noch einmal.',
  pdfHasSoMany:
    'Die PDF hat so viele Objekte, dass allein ihre Liste mehr als {most} MB hat. Reduzieren Sie die Transparenz, oder senden Sie sie als TIFF.',
  pageCameOutPixels:
    'Seite {number} ergab {width} × {height} Pixel, wo {width2} × {height2} erwartet waren. Exportieren Sie sie noch einmal.',
  pageTookMoreThan:
    'Seite {number} zu separieren dauerte mehr als {seconds} s. Reduzieren Sie die Transparenz, verringern Sie die Auflösung, oder exportieren Sie sie noch einmal.',
  thereNoRoomDisk:
    'Auf der Festplatte ist kein Platz für die Platten. Schaffen Sie Platz, dann nehmen Sie die Datei noch einmal auf.',
  pageCantTurnedInto:
    'Aus Seite {number} lassen sich keine Platten machen: {ended}. Exportieren Sie sie noch einmal, möglichst als PDF/X-4.',
  interpreterStopped: 'der Interpreter hielt an',
  pdfHasPagesMost:
    'Die PDF hat {n} Seiten; höchstens {most} sind erlaubt. Senden Sie nur die zu druckenden.',
  platesGhostscriptOverprintHonoured:
    'Platten durch Ghostscript mit beachtetem Überdrucken; andere Farbe per ICC-Profil, {rendering}',
  pageCantTakenOut: 'Seite {number} lässt sich nicht aus der PDF nehmen: {split}',
};
