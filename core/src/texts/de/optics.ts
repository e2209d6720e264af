import type { en } from '../en/index.ts';
import type { Translated } from '../speaker.ts';

export const optics: Translated<typeof en>['optics'] = {
  whiteInkNeedsContrast:
    'Eine weiße Farbe braucht ein Kontrastverhältnis von 0,05 bis 0,995 (hier {ratio}) und unter {most}, was {drops} Tropfen übereinander zulassen, eine Auftragsmenge über 0 mL/m² (hier {laydown}) und eine Reflexion im deckenden Zustand von 0,5 bis 0,95 (hier {reflectance}).',
};
