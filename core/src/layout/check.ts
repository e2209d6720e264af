/** What speaks against a layout, each in a sentence with its way out. */
import { finding, type Finding } from '../findings/index.ts';
import { bedOverhang, type Machine, type Material } from '../stack/index.ts';
import { rectanglesOf, SLACK, turnedSize, type Rectangle, type Size } from './pieces.ts';
import { turnForGrain, type Layout, type LayoutSettings } from './layout.ts';
import { decimal, t } from '../texts/index.ts';

/** Hand placements are checked pair by pair up to this many. */
const MOST_CHECKED = 600;

/** What the material alone says, before anything is laid out. */
export function fitProblems(machine: Machine, material: Material): Finding[] {
  const found: Finding[] = [];
  const over = bedOverhang(machine, material);
  const allowed = machine.overhang ?? Infinity;
  if (over.width > allowed || over.length > allowed)
    found.push(
      finding(
        'OVERHANG',
        t('layout.sticksOutMmBeyond', {
          material: material.name,
          width: decimal(Math.max(over.width, over.length), 0),
          machine: machine.name,
          allowed,
        }),
      ),
    );
  if (machine.clearance !== undefined && material.thickness > machine.clearance)
    found.push(
      finding(
        'HEAD_CLEARANCE',
        t('layout.mmThickMmPass', {
          material: material.name,
          thickness: material.thickness,
          clearance: machine.clearance,
          machine: machine.name,
        }),
      ),
    );
  return found;
}

/** What a finished layout says. @param piece one copy as printed, not turned */
export function layoutProblems(
  layout: Layout,
  settings: LayoutSettings,
  piece: Size,
  material: Material,
): Finding[] {
  return [...handPlaced(layout, settings, piece), ...grainProblems(settings, material)];
}

function handPlaced(layout: Layout, settings: LayoutSettings, piece: Size): Finding[] {
  if (!settings.places?.length) return [];
  const [load] = layout.loads;
  const boxes = rectanglesOf(load.strips, piece, layout.gap);
  const found: Finding[] = [];
  const again = {
    kind: 'plan' as const,
    label: t('layout.layThemOutAnew'),
    change: { layAnew: true },
  };
  const outside = boxes.filter((box) => !inside(box, layout.room)).length;
  if (outside)
    found.push(
      finding('PLACED_OUTSIDE', t('layout.piecesPlacedHandLies', { n: outside }), {
        repair: again,
      }),
    );
  let [touching, narrow] = [0, 0];
  const checked = boxes.slice(0, MOST_CHECKED);
  checked.forEach((a, i) => {
    for (const b of checked.slice(i + 1)) {
      const apart = gapBetween(a, b);
      if (apart < -SLACK) touching++;
      else if (apart < layout.gap - 0.005) narrow++;
    }
  });
  if (touching)
    found.push(
      finding('PLACED_OVERLAP', t('layout.piecesPlacedHandLie', { n: touching }), {
        repair: again,
      }),
    );
  else if (narrow)
    found.push(
      finding(
        'PLACED_CLOSE',
        t('layout.piecesPlacedHandLieCloserThan', { n: narrow, gap: layout.gap }),
        { repair: again },
      ),
    );
  return found;
}

const inside = (box: Rectangle, room: Rectangle): boolean =>
  box.left >= room.left - SLACK &&
  box.top >= room.top - SLACK &&
  box.left + box.width <= room.left + room.width + SLACK &&
  box.top + box.height <= room.top + room.height + SLACK;

/** Negative where two rectangles overlap. */
const gapBetween = (a: Rectangle, b: Rectangle): number =>
  Math.max(
    a.left - b.left - b.width,
    b.left - a.left - a.width,
    a.top - b.top - b.height,
    b.top - a.top - a.height,
  );

const grainWords = (grain: 'along' | 'across' | undefined) =>
  grain === 'across' ? t('layout.across') : t('layout.along');

function grainProblems(settings: LayoutSettings, material: Material): Finding[] {
  const forced = turnForGrain(material, settings);
  if (forced === undefined || (forced === settings.turned && !settings.mixed)) return [];
  return [
    finding(
      'GRAIN',
      t('layout.grainRunsFeedWanted', {
        material: material.name,
        grain: grainWords(material.grain),
        grain2: grainWords(settings.grain === 'sideways' ? 'across' : 'along'),
        rest: forced ? t('layout.turned') : t('layout.upright'),
      }),
    ),
  ];
}

/** A piece without bleed is drawn this much larger than the finished label, both ways. Common practice: 0.03 in. */
export const OVERSIZE_MM = 0.76;

/** How far the print reaches beyond the finished piece. */
export const oversizeOf = (printed: Size, finished: Size): Size => ({
  width: printed.width - finished.width,
  height: printed.height - finished.height,
});

/** Outlines of loose pieces for a template that holds them: cut or printed on card, taped flat. */
export interface Jig {
  readonly sheet: Size;
  /** Openings as large as the finished pieces and what they need to drop in. */
  readonly openings: readonly Rectangle[];
  /** Between the top of the piece in the jig and the head, mm; nothing where the machine's clearance is not known. */
  readonly headroom: number | undefined;
  /** How far pieces stand above the card of the jig, mm. */
  readonly proud: number;
}

/** Play on every side of a piece in its opening, mm. Common practice. */
export const JIG_PLAY_MM = 0.3;
/** Card of the jig, mm. */
export const JIG_CARD_MM = 0.5;

/** @param piece as printed, not turned @param finished size of the loose piece, not turned */
export function jigOf(
  layout: Layout,
  piece: Size,
  finished: Size,
  machine: Machine,
  material: Material,
): Jig {
  const [load] = layout.loads;
  const openings = rectanglesOf(load.strips, piece, layout.gap).map((box) => {
    const size = turnedSize(finished, box.turned);
    const width = size.width + 2 * JIG_PLAY_MM;
    const height = size.height + 2 * JIG_PLAY_MM;
    return {
      left: box.left + (box.width - width) / 2,
      top: box.top + (box.height - height) / 2,
      width,
      height,
    };
  });
  const length = material.form === 'roll' ? load.length + layout.room.top * 2 : material.length;
  return {
    sheet: {
      width: Math.min(material.width, machine.maxWidth),
      height: Math.min(length, machine.maxLength),
    },
    openings,
    headroom: machine.clearance === undefined ? undefined : machine.clearance - material.thickness,
    proud: material.thickness - JIG_CARD_MM,
  };
}
