/** Common wishes for a single plate, by names of our own. */
export interface Wish {
  readonly id: string;
  readonly name: string;
  /** In the text of rules. */
  readonly rule: string;
  readonly about: string;
}

export const WISHES: readonly Wish[] = [
  {
    id: 'as-drawn',
    name: 'As drawn',
    rule: 'art',
    about: 'Only what the artist drew into a separation of its own.',
  },
  {
    id: 'snug',
    name: 'Snug fit',
    rule: 'image(close 0.5mm2 choke 0.2 least 0.3)',
    about: 'Under any ink, pinholes closed, pulled in a little; fine strokes stay whole.',
  },
  {
    id: 'faces',
    name: 'Faces and photographs',
    rule: 'cleaned(choke 0.2 least 0.3)',
    about: 'Eyes and highlights get it, the haze of a scan does not.',
  },
  {
    id: 'whole-sheet',
    name: 'Whole sheet',
    rule: 'sheet',
    about: 'Edge to edge, whether there is image or not.',
  },
  {
    id: 'paper-bare',
    name: 'Sheet, paper-white left bare',
    rule: 'sheet(bare paper)',
    about: 'Everywhere but in shapes that the image encloses without ink.',
  },
  {
    id: 'not-under-black',
    name: 'Not under black',
    rule: 'image(close 0.5mm2 spare black 95 inner 0.2 choke 0.2 least 0.3)',
    about: 'Solid black covers by itself; the plate still reaches a little under its edge.',
  },
  {
    id: 'by-lightness',
    name: 'Stronger where lighter',
    rule: 'light(within image(choke 0.2))',
    about: 'Graded: full under the lightest ink, none under black.',
  },
  {
    id: 'by-saturation',
    name: 'Stronger where more colourful',
    rule: 'vivid(within image(choke 0.2))',
    about: 'Graded: full under pure colour, none under grey.',
  },
  {
    id: 'just-enough',
    name: 'Just enough',
    rule: 'match(within image(choke 0.2))',
    about: 'As little as brings the print within 2 L* of the same art on white.',
  },
  {
    id: 'till-ground',
    name: 'Ground for barcodes',
    rule: 'codes(margin 1)',
    about: 'A box under each barcode, its quiet zones and 1 mm more.',
  },
  {
    id: 'around',
    name: 'Around the image',
    rule: 'outside(choke 0.1)',
    about: 'Where there is no ink.',
  },
];
