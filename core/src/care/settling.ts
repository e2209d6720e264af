/**
 * How much of a white's pigment has sunk since it last moved: Stokes' law for small spheres in a fluid at rest. An estimate that
 * gives a reason for care, never a certainty: pigment flocculates, and inks are made to be thicker at rest than in motion.
 */
import type { SettlingFigures } from '../stack/index.ts';
import { term, type Working } from '../units/index.ts';
import { t } from '../texts/index.ts';

/** Usual of titanium dioxide in ink (from memory): rutile has 4.2 g/cm³. Assumed until the shop sets its own. */
export const USUAL_SETTLING: SettlingFigures = {
  diameterNm: 280,
  spread: 1.4,
  pigmentDensity: 4.2,
  fluidDensity: 1.05,
  viscosity: 10,
  heightMm: 80,
};

/** Standard acceleration of free fall, m/s² (CGPM 1901). */
const G = 9.80665;

/**
 * Speed at which a sphere sinks once it has reached it, m/s: v = (ρp − ρf) g d² / 18 μ.
 * Source: G. G. Stokes, 1851; valid for Reynolds numbers far below 1.
 * @param diameter m
 * @param excess density of the sphere less that of the fluid, kg/m³
 * @param viscosity Pa·s
 */
export const stokesVelocity = (diameter: number, excess: number, viscosity: number): number =>
  (excess * G * diameter ** 2) / (18 * viscosity);

/** Points at which the distribution of diameters is taken, from −3 to 3 standard deviations. */
const STEPS = 61;

/**
 * Share of the pigment's mass that lies on the bottom after a time at rest, 0 to 1. Particles are spread evenly at first; those of
 * one diameter have settled by the share of the height that they have sunk. Diameters are log-normal by mass.
 */
export function settledShare(figures: SettlingFigures, hours: number): number {
  const { diameterNm, spread, pigmentDensity, fluidDensity, viscosity, heightMm } = figures;
  const sigma = Math.log(Math.max(1, spread));
  const [seconds, height] = [hours * 3600, heightMm / 1000];
  let [sum, weights] = [0, 0];
  for (let i = 0; i < STEPS; i++) {
    const z = -3 + (6 * i) / (STEPS - 1);
    const weight = Math.exp((-z * z) / 2);
    const diameter = diameterNm * 1e-9 * Math.exp(sigma * z);
    const speed = stokesVelocity(
      diameter,
      (pigmentDensity - fluidDensity) * 1000,
      viscosity / 1000,
    );
    sum += weight * Math.min(1, Math.max(0, (speed * seconds) / height));
    weights += weight;
  }
  return sum / weights;
}

/** With what it was worked out from. */
export function settling(figures: SettlingFigures, hours: number, assumed: boolean): Working {
  const from = assumed ? t('care.assumedUsualTitaniumDioxide') : t('care.figureInk');
  const perDay =
    stokesVelocity(
      figures.diameterNm * 1e-9,
      (figures.pigmentDensity - figures.fluidDensity) * 1000,
      figures.viscosity / 1000,
    ) *
    86_400 *
    1000;
  return {
    label: t('care.pigmentSettledSinceWhite'),
    value: settledShare(figures, hours) * 100,
    unit: '%',
    formula: t('care.shareHeightParticlesHave'),
    terms: [
      term(t('care.rest'), hours, 'h', t('care.sinceLastAgitationPrint')),
      term(t('care.diameterMedianMass'), figures.diameterNm, 'nm', from),
      term(t('care.spread'), figures.spread, '', from),
      term(t('care.densityPigment'), figures.pigmentDensity, 'g/cm³', from),
      term(t('care.densityFluid'), figures.fluidDensity, 'g/cm³', from),
      term(t('care.viscosityRest'), figures.viscosity, 'mPa·s', from),
      term(t('care.heightInk'), figures.heightMm, 'mm', from),
      term(t('care.medianSinks'), perDay, t('care.mmDay')),
    ],
    source: t('care.gGStokesEffect'),
  };
}
