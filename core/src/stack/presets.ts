/** Ready beginnings: stack, plates and mirroring in one, by names of our own. A shop adds its own. */
export interface Preset {
  readonly name: string;
  readonly about: string;
  /** Stack with its rules, in the short notation. */
  readonly notation: string;
}

export const PRESETS: readonly Preset[] = [
  {
    name: 'Bright on dark board',
    about: 'two hits of white, snug under the image',
    notation: 'film | Wx2@image(close 0.5mm2 choke 0.2 least 0.3) / CMYK',
  },
  {
    name: 'Portrait on dark or metal',
    about: 'white under eyes and highlights, none under haze',
    notation: 'film | W@cleaned(choke 0.2 least 0.3) / CMYK',
  },
  {
    name: 'Clear label for the till',
    about: 'white under image and barcodes',
    notation: 'film | W@image(close 0.5mm2 choke 0.15 least 0.3 add codes(margin 1)) / CMYK',
  },
  {
    name: 'Pane read from outside',
    about: 'mirrored on the back, white behind the image only',
    notation: 'W~@image(close 0.5mm2) / CMYK~ | film',
  },
  {
    name: 'Light box, day and night',
    about: 'weaker colour behind a whole sheet of white',
    notation: 'film | CMYK60 / W@sheet / CMYK',
  },
  {
    name: 'Wood with its grain',
    about: 'white at 70 %, so that the grain stays faintly visible; common practice',
    notation: 'film | W70@image(close 0.5mm2 choke 0.2 least 0.3) / CMYK',
  },
  {
    name: 'Metal that shines where it is bare',
    about: 'white only where the artist drew it',
    notation: 'film | W@art / CMYK',
  },
  {
    name: 'Pearl',
    about: 'silver at 35 % under the image',
    notation: 'film | S35@image(close 0.5mm2) / CMYK',
  },
];
