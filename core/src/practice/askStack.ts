/** Choose a stack for a brief. */
import { CANDIDATES, rank, whyNot } from '../advisor/index.ts';
import { withStack, type PrintPlan } from '../plan/index.ts';
import { formatStack, parseStack } from '../stack/index.ts';
import { t } from '../texts/index.ts';
import { briefOf } from './briefs.ts';
import { PASSED, type Level, type Made } from './exercise.ts';
import { BRIEF_IDS, type BriefId } from './ids.ts';
import { burdenOf, printed, type PracticeJob } from './job.ts';
import { type Maker, type Wanted, AT_REST, about } from './maker.ts';
import { stackWorth } from './stackWorth.ts';

/** The briefs of a level, each with those below it. */
const BRIEFS_OF: Readonly<Record<Level, readonly BriefId[]>> = {
  1: ['front', 'through', 'light-box', 'white-only', 'gloss'],
  2: ['keep-bare', 'pearl', 'metal', 'day-and-night', 'both-sides', 'white-through'],
  3: ['two-pictures', 'relief'],
};
const briefsAt = (level: Level) =>
  BRIEF_IDS.filter((id) =>
    ([1, 2, 3] as const).some((one) => one <= level && BRIEFS_OF[one].includes(id)),
  );
/** With fewer stacks that are wrong there is nothing to choose. */
const LEAST_WRONG = 3;

/** A plan as a brief finds it: seen and lit as is wanted, with colour alone. */
function asked(job: PracticeJob, wish: BriefId): PrintPlan | undefined {
  const { side, light, backing, twoPictures } = briefOf(wish);
  const { plan, artwork } = job;
  const rearPage = artwork.info.pages.find(({ number }) => number !== plan.artwork.page)?.number;
  if (twoPictures && (rearPage === undefined || plan.artwork.rearPage === null)) return undefined;
  return withStack(
    {
      ...plan,
      viewing: { side, light, backing: backing ?? plan.viewing.backing },
      artwork: { ...plan.artwork, rearPage: twoPictures ? plan.artwork.rearPage : null },
      laminated: false,
    },
    parseStack('film | CMYK'),
  );
}

export const makeStack: Maker<'stack'> = async (wanted, job, dice) => {
  const { level, topic } = wanted;
  const named = topic?.startsWith('brief/') ? (topic.slice('brief/'.length) as BriefId) : undefined;
  const keyOf = (id: BriefId) => `${job.id} ${id}`;
  const open = (named ? [named] : briefsAt(level)).filter((id) => !dice.dull.has(keyOf(id)));
  if (open.length === 0) return undefined;
  const wish = named ?? dice.pick(open);
  const made = await ofBrief(wanted, job, wish);
  if (!made) dice.dull.add(keyOf(wish));
  return made;
};

async function ofBrief(
  { kind, seed, level }: Wanted<'stack'>,
  job: PracticeJob,
  wish: BriefId,
): Promise<Made<'stack'> | undefined> {
  const plan = asked(job, wish);
  if (!plan) return undefined;
  const brief = briefOf(wish);
  const allowed = CANDIDATES.filter(
    (one) => whyNot(one, brief, plan, job.artwork.info) === undefined,
  );
  if (allowed.length === 0 || CANDIDATES.length - allowed.length < LEAST_WRONG) return undefined;
  const tried = [];
  for (const candidate of allowed) {
    const one = await printed({ plan: withStack(plan, candidate.stack), state: AT_REST }, job);
    if (one.result.findings.every(({ severity }) => severity !== 'error'))
      tried.push({ candidate, one, plan: one.plan, result: one.result, numbers: one.numbers });
  }
  // What somebody would have to decide is no answer where another stack leaves nothing to decide.
  const least = Math.min(...tried.map(({ result }) => burdenOf(result.findings)));
  const [best] = rank(tried.filter(({ result }) => burdenOf(result.findings) <= least));
  if (!best) return undefined;
  const right = tried.find(({ candidate }) => candidate === best.candidate)!.one;
  const begun = await printed({ plan, state: AT_REST }, job);
  // Where colour alone passes there is nothing to choose.
  if (stackWorth(begun, right, wish, job.artwork.info).score >= PASSED) return undefined;
  return {
    exercise: {
      kind,
      seed,
      level,
      job: job.id,
      wish,
      brief: [about(job, begun), brief.says, t('practice.chooseStack')],
      plan,
      state: AT_REST,
    },
    solution: {
      right: right.plan,
      topics: [`brief/${wish}`],
      reasons: [
        {
          says: t('practice.rightStack', {
            stack: best.candidate.name,
            notation: formatStack(best.plan.stack),
            use: best.candidate.use,
          }),
          page: 'stack',
        },
        { says: best.candidate.watch, page: 'stack' },
        ...best.reasons.map((says) => ({ says })),
      ],
    },
  };
}
