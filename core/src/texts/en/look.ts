export const look = {
  picturePrintCanShow:
    'The picture of the print can show {most} special plates that differ, and this stack has {n}. Give layers of the same ink the same rule.',
  whitePaper: 'White paper',
  white: 'on white',
  black: 'on black',
  wood: 'on wood',
  windowDay: 'window by day',
  windowNight: 'window by night',
  windowFromInside: 'window from inside',
  lightBox: 'light box on',
  lightBoxOff: 'light box off',
  lampBehindOnly: 'lamp behind only',
  lampsBothSides: 'lamps on both sides',
  thereNoViewSay:
    'There is no view "{word}". Say a side (front, back), a place ({places}), both with a comma between, or box:800 for a light box of 800 cd/m²; "tilted" turns metal into the light.',
} as const;
