import type { en } from '../en/index.ts';
import type { Translated } from '../speaker.ts';

export const look: Translated<typeof en>['look'] = {
  picturePrintCanShow:
    'Das Bild des Drucks kann {most} verschiedene Sonderfarbplatten zeigen, und dieser Aufbau hat {n}. Geben Sie Schichten derselben Farbe dieselbe Regel.',
  whitePaper: 'Weißes Papier',
  white: 'auf Weiß',
  black: 'auf Schwarz',
  wood: 'auf Holz',
  windowDay: 'Fenster bei Tag',
  windowNight: 'Fenster bei Nacht',
  windowFromInside: 'Fenster von innen',
  lightBox: 'Leuchtkasten an',
  lightBoxOff: 'Leuchtkasten aus',
  lampBehindOnly: 'nur Lampe dahinter',
  lampsBothSides: 'Lampen auf beiden Seiten',
  thereNoViewSay:
    'Die Ansicht „{word}“ gibt es nicht. Nennen Sie eine Seite (front, back), einen Ort ({places}), beide mit Komma dazwischen, oder box:800 für einen Leuchtkasten von 800 cd/m²; „tilted“ dreht Metall ins Licht.',
};
