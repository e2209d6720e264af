/** Papers for a customer in English. Values stand in braces; every other language has the same keys (`Texts`). */
export const en = {
  quote: 'Quote',
  quoteOf: 'Quote of {day}, good until {until}',
  order: 'Order confirmation No. {number}',
  orderOf: '{order}, ordered on {day}',
  doneBy: 'Ready by {time}',
  asOrdered:
    'Please read it through. Tell us before printing begins if anything is not as you ordered it.',
  forCustomer: 'For {customer}',
  pieces: 'Pieces',
  ofPage: 'page {page}: {copies}',
  size: 'Size of one',
  sizeBoth: '{width} × {height} mm ({widthInch} × {heightInch} in)',
  material: 'Material',
  print: 'Print',
  with: 'With',
  price: 'Price',
  priceOf: '{copies} pieces, {each} each (rounded)',
  tax: 'Tax, {percent} %',
  toPay: 'To pay',
  others: 'Other quantities',
  each: 'Each (rounded)',
  inAll: 'In all',
  beforeTax: 'In all, before tax',
  proof:
    'Colours on clear, dark and metallic material look otherwise than on white paper. A test print is made first and shown to you; printing begins when you have agreed to it.',
  licensed:
    'Light boxes are electrical signs: a licensed installer connects them. That is not part of this quote.',
  agreed: 'Agreed, date',
  signature: 'Name and signature',
  picture: 'As it will look, seen from the {side}, {place}. Simulation, not a contract proof.',
  sides: { front: 'front', back: 'back' },
  places: {
    white: 'on white',
    black: 'on black',
    wood: 'on wood',
    daylight: 'in a window by day',
    night: 'in a window by night',
    indoors: 'in a window, from inside',
    box: 'with the light box on',
    'box-off': 'with the light box off',
    behind: 'with a lamp behind',
    both: 'with lamps on both sides',
  },
  printed: {
    front: 'Printed on the front in {inks}{seen}{finish}.',
    back: 'Printed on the back, read through the material, in {inks}{seen}{finish}.',
    both: 'Printed on both sides in {inks}{seen}{finish}.',
  },
  seen: {
    front: '',
    behind: '; lit from behind',
    both: '; seen by day, and lit from behind by night',
  },
  laminated: '; laminated',
  /** Inks that have their usual name; another one keeps the name that the shop gave it. */
  inks: {} as Readonly<Record<string, string>>,
  footer: 'Version {version}  ·  {time} UTC  ·  {note}  ·  {page} of {pages}',
};

export type Texts = typeof en;
