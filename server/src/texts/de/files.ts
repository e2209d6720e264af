import type { en } from '../en/index.ts';
import type { Translated } from '@kyanos/core';

export const files: Translated<typeof en>['files'] = {
  fileLargerThanMb:
    'Die Datei ist größer als {most} MB. Verringern Sie die Auflösung oder reduzieren Sie die Transparenz, und senden Sie sie noch einmal.',
  fileEmpty0Bytes: 'Die Datei ist leer: 0 Byte. Exportieren oder kopieren Sie sie noch einmal.',
  pictureLargerThanMb:
    'Dieses Bild ist größer als {most} MB. Nehmen Sie es mit kleinerer Auflösung noch einmal auf.',
  fileHasMbMost:
    'Die Datei hat {announced} MB; höchstens {most} MB sind erlaubt. Verringern Sie die Auflösung oder reduzieren Sie die Transparenz, und senden Sie sie noch einmal.',
};
