/** Lines for a blade, a fold or a jig: which of a page's there are, and how long they are. They never print. */
import { guessKind, isLineRole, SURE, type Role } from './names.ts';
import type { LineRole } from './nameWords.ts';
import type { ArtworkPage } from './page.ts';
import type { LineUse } from './structure.ts';
import { t } from '../texts/index.ts';

/** Strokes wider than this are drawn to be seen, mm. Common practice: a quarter to one point. */
const WIDEST_MM = 0.6;
/** More strokes than this are a drawing. */
const MOST_STROKES = 400;

export interface TechnicalLines extends LineUse {
  readonly role: LineRole;
}

type Drawn = Pick<ArtworkPage, 'structure' | 'lines'>;

/** What may be lines for a blade, a fold or a jig. */
export const drawnLines = ({ structure, lines }: Drawn): readonly LineUse[] =>
  lines ?? structure?.lines ?? [];

/** The lines of a page whose role the operator said, or whose layer says it. */
export function linesOf(page: Drawn, names: Readonly<Record<string, Role>>): TechnicalLines[] {
  return drawnLines(page).flatMap((use) => {
    const assigned = Object.hasOwn(names, use.name) ? names[use.name] : undefined;
    const role = assigned ?? (use.from === 'layer' ? guessKind(use.name).kind : undefined);
    return isLineRole(role) ? [{ ...use, role }] : [];
  });
}

/** What lines a separation probably is, by its name or by its shape; undefined if it looks like ink. */
export function likelyLines(
  page: Drawn,
  separation: string,
): { role: LineRole; by: 'name' | 'shape' } | undefined {
  const { kind, score } = guessKind(separation);
  if (isLineRole(kind) && score >= SURE) return { role: kind, by: 'name' };
  if (kind !== 'spot') return undefined;
  const use = drawnLines(page).find(({ name, from }) => from === 'spot' && name === separation);
  const painted = page.structure?.spots.find(({ name }) => name === separation)?.objects;
  const drawnAsLine =
    use !== undefined &&
    use.closed &&
    use.strokes === painted &&
    use.strokes <= MOST_STROKES &&
    use.paths.every(({ widthMm }) => widthMm <= WIDEST_MM);
  return drawnAsLine ? { role: 'cut', by: 'shape' } : undefined;
}

/** Path that a blade and a creasing tool follow on one copy, mm. */
export function drawnCutting(
  page: Drawn,
  names: Readonly<Record<string, Role>>,
): { readonly cutMm: number; readonly creaseMm: number } | undefined {
  const lines = linesOf(page, names);
  const along = (roles: readonly LineRole[]) =>
    lines.reduce((sum, { role, lengthMm }) => sum + (roles.includes(role) ? lengthMm : 0), 0);
  const [cutMm, creaseMm] = [along(['cut', 'kiss-cut', 'perforate']), along(['crease'])];
  return cutMm + creaseMm > 0 ? { cutMm, creaseMm } : undefined;
}

/** What the lines are, as the trade calls them. */
export const LINE_NAMES: Readonly<Record<LineRole, string>> = {
  get cut() {
    return t('artwork.cuttingLineCutThrough');
  },
  get 'kiss-cut'() {
    return t('artwork.kissCutBackingStays');
  },
  get crease() {
    return t('artwork.creaseLine');
  },
  perforate: 'perforation',
  get register() {
    return t('artwork.registrationJig');
  },
  get technical() {
    return t('artwork.technicalDoesNotPrint');
  },
};
