import type { en } from '../en/index.ts';
import type { Translated } from '../speaker.ts';

export const presets: Translated<typeof en>['presets'] = {
  brightDarkBoard: 'Leuchtend auf dunkler Platte',
  twoHitsWhiteSnug: 'zwei Lagen Weiß, passgenau unter dem Bild',
  portraitDarkMetal: 'Porträt auf Dunkel oder Metall',
  whiteUnderEyesHighlights: 'Weiß unter Augen und Glanzlichtern, keines unter Schleier',
  clearLabelTill: 'Klares Etikett für die Kasse',
  whiteUnderImageBarcodes: 'Weiß unter Bild und Strichcodes',
  paneReadFromOutside: 'Scheibe, von außen gelesen',
  mirroredBackWhiteBehind: 'hinten gespiegelt, Weiß nur hinter dem Bild',
  lightBoxDayNight: 'Leuchtkasten, Tag und Nacht',
  weakerColourBehindWhole: 'schwächere Farbe hinter einem ganzen Bogen Weiß',
  woodGrain: 'Holz mit seiner Maserung',
  white70SoGrain: 'Weiß mit 70 %, damit die Maserung schwach sichtbar bleibt; übliche Praxis',
  metalShinesWhereBare: 'Metall, das glänzt, wo es frei ist',
  whiteOnlyWhereArtist: 'Weiß nur, wo es gezeichnet wurde',
  pearl: 'Perlglanz',
  silver35UnderImage: 'Silber mit 35 % unter dem Bild',
};
