/** The colours of a machine on a material, in the place of what the artwork's profile states. */
import {
  labOnAnchorSheet,
  processLayer,
  processModel,
  type ProcessAnchor,
} from '../optics/index.ts';
import { D50, deltaE2000, labToXyz, xyzToLab, type Triple } from '../spectrum/index.ts';
import { CHECK_MIXTURES, overprintName, RAMP_PERCENT } from './drawing.ts';
import {
  doubts,
  measuredOn,
  refuse,
  residualOf,
  type FormFit,
  type FormReading,
} from './reading.ts';
import { decimal, t } from '../texts/index.ts';

/** Lab as it is beside the paper it is printed on: ICC's media-relative colour, by the ratio of XYZ (ICC.1:2022, 6.3.2). */
export function mediaRelative(lab: Triple, paper: Triple): Triple {
  const white = labToXyz(paper, D50.white);
  const xyz = labToXyz(lab, D50.white);
  return xyzToLab(
    [0, 1, 2].map((i) => (xyz[i] / white[i]) * D50.white[i]) as unknown as Triple,
    D50.white,
  );
}

/** @throws DomainError `FORM_WRONG` with what is missing */
export function fitPrimaries(reading: FormReading): FormFit {
  const { machine, material } = reading;
  const measured = new Map((reading.readings ?? []).map((one) => [one.id, one]));
  const labOf = (id: string): Triple =>
    measured.get(id)?.lab ?? refuse(t('forms.patchMissingHasNo', { id }));
  const paper = labOf('paper');
  const relative = (id: string) => mediaRelative(labOf(id), paper);
  const anchor: ProcessAnchor = {
    primaries: Array.from({ length: 16 }, (_, bits) => relative(overprintName(bits))),
    ramps: ['C', 'M', 'Y', 'K'].map((ink) =>
      RAMP_PERCENT.map((percent) => relative(`${ink}${percent}`)),
    ),
  };
  const model = processModel(anchor);
  // Mixtures that the model was not made from.
  const checks = CHECK_MIXTURES.map((mixture, i) => {
    const id = `mix${i + 1}`;
    const lab = relative(id);
    return {
      reading: { id, lab, lightness: lab[0] },
      fitted: labOnAnchorSheet(
        processLayer(
          model,
          mixture.map((percent) => percent / 100),
        ),
      ),
    };
  });
  const { residual, points } = residualOf(
    checks.map((check) => check.reading),
    checks.map((check) => check.fitted),
  );
  const differences = checks
    .map((check) => deltaE2000(check.reading.lab, check.fitted))
    .toSorted((a, b) => a - b);
  const own = {
    materialId: material.id,
    on: reading.on,
    anchor,
    median: differences[Math.floor(differences.length / 2)],
    p95: residual.p95,
  };
  const others = (machine.primaries ?? []).filter(({ materialId }) => materialId !== material.id);
  return {
    machine: measuredOn(
      { ...machine, primaries: [...others, own] },
      `primaries.${material.id}`,
      reading,
      'primaries',
    ),
    rules: {},
    says: [
      t('forms.colourShownPrintsNo', { material: material.name, machine: machine.name }),
      t('forms.mixturesWereNotUsed', { n: CHECK_MIXTURES.length, median: decimal(own.median, 1) }),
      ...doubts(residual),
    ],
    residual,
    points,
  };
}
