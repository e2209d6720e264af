import type { en } from '../en/index.ts';
import type { Translated } from '../speaker.ts';

export const layout: Translated<typeof en>['layout'] = {
  sticksOutMmBeyond:
    '{material} ragt {width} mm über den Tisch von {machine} hinaus, der {allowed} mm trägt. Schneiden Sie es zu, oder wählen Sie eine andere Maschine.',
  mmThickMmPass:
    '{material} ist {thickness} mm dick, und {clearance} mm passen unter den Kopf von {machine}: der Kopf würde anstoßen. Wählen Sie dünneres Material oder eine andere Maschine.',
  layThemOutAnew: 'Neu anordnen',
  piecesPlacedHandLies:
    '{n} der von Hand gelegten Nutzen liegt außerhalb des Druckbaren. Bewegen Sie ihn in die gestrichelte Linie. | {n} der von Hand gelegten Nutzen liegen außerhalb des Druckbaren. Bewegen Sie sie in die gestrichelte Linie.',
  piecesPlacedHandLie:
    'Von Hand gelegte Nutzen liegen an {n} Stelle aufeinander. Bewegen Sie sie auseinander. | Von Hand gelegte Nutzen liegen an {n} Stellen aufeinander. Bewegen Sie sie auseinander.',
  piecesPlacedHandLieCloserThan:
    'Von Hand gelegte Nutzen liegen an {n} Stelle enger als der Abstand von {gap} mm: ein Messer passt vielleicht nicht dazwischen. | Von Hand gelegte Nutzen liegen an {n} Stellen enger als der Abstand von {gap} mm: ein Messer passt vielleicht nicht dazwischen.',
  turned: 'gedreht',
  upright: 'aufrecht',
  grainRunsFeedWanted:
    'Die Faser von {material} läuft {grain} zur Laufrichtung und ist im Nutzen {grain2} gewünscht, deshalb liegen die Nutzen {rest} und alle gleich herum.',
  jobsLoadPiecesTogether:
    'Die Aufträge auf dieser Ladung sind zusammen {pieces} Nutzen; höchstens {most} lassen sich mit anderen anordnen. Planen Sie den großen Auftrag für sich.',
  oneJobsShareLoads: ', oder einer der Aufträge auf denselben Ladungen ist größer',
  printMm: 'Der Druck ist {width} × {height} mm{rest}',
  printsMmInsideMargins:
    '{own}, und {machine} druckt mit {material} {value} × {value2} mm innerhalb der Ränder. Drehen Sie ihn, machen Sie ihn kleiner, oder wählen Sie eine andere Maschine oder ein anderes Material.',
  along: 'längs',
  across: 'quer',
};
