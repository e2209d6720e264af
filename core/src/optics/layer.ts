/**
 * Layers that reflect and transmit diffuse light, and what they become when stacked. Fractions of
 * the incident flux by wavelength, 0 to 1. Down is away from the viewer.
 *
 * A layer may pass more one way than the other, which a surface between air and ink does.
 * Source: P. Kubelka, "New contributions to the optics of intensely light-scattering materials.
 * Part II: Nonhomogeneous layers", J. Opt. Soc. Am. 44 (1954) 330–335.
 */
import { BANDS, flat, type Spectrum } from '../spectrum/index.ts';

export interface Layer {
  /** Reflectance seen from above. */
  readonly front: Spectrum;
  /** Reflectance seen from below. */
  readonly back: Spectrum;
  /** Transmittance downwards. */
  readonly down: Spectrum;
  /** Transmittance upwards. */
  readonly up: Spectrum;
}

/** Layers that occur at a point, and how often each does; the weights add up to 1. */
export interface MixedLayer {
  readonly layers: readonly Layer[];
  readonly weights: readonly number[];
}

export const only = (layer: Layer): MixedLayer => ({ layers: [layer], weights: [1] });

/** The mean over the layers of something that is seen of each. */
export const meanOver = ({ layers, weights }: MixedLayer, seen: (layer: Layer) => number): number =>
  layers.reduce((sum, layer, i) => sum + weights[i] * seen(layer), 0);

/** A layer alike from both sides. */
export const evenLayer = (reflectance: Spectrum, transmittance: Spectrum): Layer => ({
  front: reflectance,
  back: reflectance,
  down: transmittance,
  up: transmittance,
});

/** Reflects nothing: what has it for its back scatters no light. */
const DULL: Spectrum = flat(0);

const CLEAR: Spectrum = flat(1);

/** No layer at all: the identity of {@link stack}. */
export const NOTHING: Layer = { front: DULL, back: DULL, down: CLEAR, up: CLEAR };

/** Whether a layer sends light back; what does not only filters it. */
export const scatters = ({ back }: Layer): boolean => back !== DULL;

/** A layer that only absorbs: a transparent ink or a tinted film. */
export const filter = (transmittance: Spectrum): Layer => evenLayer(DULL, transmittance);

/** A backing that nothing passes. */
export const opaque = (reflectance: Spectrum): Layer => evenLayer(reflectance, flat(0));

/** The same layer with its other side up. */
export const turned = ({ front, back, down, up }: Layer): Layer => ({
  front: back,
  back: front,
  down: up,
  up: down,
});

/**
 * The one layer that behaves like `upper` lying on `lower`. Associative, so a pile is
 * `layers.reduce(stack, NOTHING)` from the top down. Not commutative.
 */
export function stack(upper: Layer, lower: Layer): Layer {
  const front = new Float64Array(BANDS);
  const back = new Float64Array(BANDS);
  const down = new Float64Array(BANDS);
  const up = new Float64Array(BANDS);
  for (let i = 0; i < BANDS; i++) {
    // Each round trip between the layers keeps this share of the light; all trips together form a
    // geometric series, which diverges only between perfect mirrors, where no light gets in.
    const kept = upper.back[i] * lower.front[i];
    const trips = kept < 1 ? 1 / (1 - kept) : 0;
    front[i] = upper.front[i] + upper.down[i] * lower.front[i] * upper.up[i] * trips;
    back[i] = lower.back[i] + lower.up[i] * upper.back[i] * lower.down[i] * trips;
    down[i] = upper.down[i] * lower.down[i] * trips;
    up[i] = lower.up[i] * upper.up[i] * trips;
  }
  return { front, back, down, up };
}

/**
 * A pile built from the bottom, layer by layer, of which only the view from above is wanted: the same sums as
 * {@link stack}, half of them, without allocation. For tables with many thousand piles, most of which begin alike.
 * Where ink lies in random drops the pile goes on as several, each with its weight.
 */
export class RisingPile {
  readonly #fronts: Spectrum[] = [new Float64Array(BANDS)];
  readonly #ups: Spectrum[] = [new Float64Array(BANDS)];
  readonly #weights: (readonly number[])[] = [[1]];
  /** Of each of the piles whether light has gone straight so far. */
  readonly #straight: (readonly boolean[])[] = [[true]];
  readonly #lit: boolean;
  #height = 0;

  /** @param lit whether light comes from below: otherwise none may be asked of {@link emerge} */
  constructor(lit = true) {
    this.#lit = lit;
  }

  /** @param ground reflectance of what lies at the bottom; light comes from below it or with it */
  begin(ground: Spectrum): void {
    this.#height = 0;
    this.#weights[0] = [1];
    this.#fronts[0].set(ground);
    this.#ups[0].fill(1);
  }

  /** Takes layers off again until so many are left. */
  cut(height: number): void {
    this.#height = height;
  }

  /** A surface or a body that is the same everywhere; whether light goes straight through it is for {@link emerge} to say. */
  add(upper: Layer): void {
    const weights = this.#weights[this.#height];
    const [front, up] = [this.#fronts[this.#height], this.#ups[this.#height]];
    this.#raise(weights, this.#straight[this.#height]);
    const count = weights.length;
    for (let b = 0; b < count; b++) this.#over(upper, front, up, b * BANDS, b * BANDS);
  }

  /** Ink that is one of several layers, each so often, whatever lies below. */
  addMixed({ layers, weights }: MixedLayer): void {
    const before = this.#weights[this.#height];
    const [front, up] = [this.#fronts[this.#height], this.#ups[this.#height]];
    const straight = this.#straight[this.#height];
    if (layers.length === 1)
      this.#raise(before, scatters(layers[0]) ? straight.map(() => false) : straight);
    else
      this.#raise(
        before.flatMap((w) => weights.map((v) => v * w)),
        straight.flatMap((so) => layers.map((layer) => so && !scatters(layer))),
      );
    let to = 0;
    for (let b = 0; b < before.length; b++)
      for (let l = 0; l < layers.length; l++, to += BANDS)
        this.#over(layers[l], front, up, b * BANDS, to);
  }

  #raise(weights: readonly number[], straight: readonly boolean[]): void {
    const height = ++this.#height;
    this.#weights[height] = weights;
    this.#straight[height] = straight;
    const size = weights.length * BANDS;
    if ((this.#fronts[height]?.length ?? 0) < size) {
      this.#fronts[height] = new Float64Array(size);
      this.#ups[height] = new Float64Array(size);
    }
  }

  #over(upper: Layer, front: Spectrum, up: Spectrum, from: number, to: number): void {
    const [newFront, newUp] = [this.#fronts[this.#height], this.#ups[this.#height]];
    const { front: own, back, down, up: out } = upper;
    if (!scatters(upper)) {
      for (let i = 0; i < BANDS; i++) newFront[to + i] = down[i] * front[from + i] * out[i];
      if (this.#lit) for (let i = 0; i < BANDS; i++) newUp[to + i] = up[from + i] * out[i];
      return;
    }
    for (let i = 0; i < BANDS; i++) {
      const kept = back[i] * front[from + i];
      const trips = kept < 1 ? 1 / (1 - kept) : 0;
      newFront[to + i] = own[i] + down[i] * front[from + i] * out[i] * trips;
      if (this.#lit) newUp[to + i] = up[from + i] * out[i] * trips;
    }
  }

  /**
   * What comes out through the surface on top, the mean over all that the pile is.
   * @param scattered the surface, alike at every wavelength, where ink has scattered the light @param straight and where it has not
   * @param sources weights of light that falls in from above, and from below
   * @param last what it passes before: a filter that lies on the pile without being added to it
   */
  emerge(
    scattered: Layer,
    straight: Layer,
    [reflected, passed]: readonly [reflected: number, passed: number],
    seen: Spectrum,
    last: Spectrum = CLEAR,
  ): void {
    const [below, up] = [this.#fronts[this.#height], this.#ups[this.#height]];
    const weights = this.#weights[this.#height];
    const so = this.#straight[this.#height];
    for (let b = 0, at = 0; b < weights.length; b++, at += BANDS) {
      // A surface is the same at every wavelength.
      const { front, back, down, up: out } = so[b] ? straight : scattered;
      const [own, inside, through] = [front[0], back[0], down[0] * out[0]];
      const lit = weights[b] * reflected;
      if (b === 0)
        for (let i = 0; i < BANDS; i++) {
          const r = below[i] * last[i] * last[i];
          seen[i] = lit * (own + (through * r) / (1 - inside * r));
        }
      else
        for (let i = 0; i < BANDS; i++) {
          const r = below[at + i] * last[i] * last[i];
          seen[i] += lit * (own + (through * r) / (1 - inside * r));
        }
      if (this.#lit) {
        const shone = weights[b] * passed * out[0];
        for (let i = 0; i < BANDS; i++) {
          const r = below[at + i] * last[i] * last[i];
          seen[i] += (shone * up[at + i] * last[i]) / (1 - inside * r);
        }
      }
    }
  }
}
