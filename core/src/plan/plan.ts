/**
 * The print plan: everything that decides a print except the artwork's pixels. It carries its machine
 * and material whole, so that the same plan gives the same result wherever and whenever it is read.
 */
import type { ArtworkInfo, ArtworkPage, Role } from '../artwork/index.ts';
import type { Extra, Prices } from '../cost/index.ts';
import { DomainError } from '../errors/index.ts';
import type { LayoutSettings } from '../layout/index.ts';
import type { Backing } from '../look/index.ts';
import type { PlateSink } from '../plates/index.ts';
import type { Raster } from '../raster/index.ts';
import type { Machine, Material, Mode, ArtworkSide, Stack } from '../stack/index.ts';
import type { PlanOrigin } from '../shop/index.ts';
import type { Cutting, TripSettings } from '../trips/index.ts';
import { type Language, t } from '../texts/index.ts';

export const PLAN_FORMAT = 4;

export interface Viewing {
  /** The side the finished print is looked at from. */
  readonly side: 'front' | 'back' | 'both';
  readonly light: 'front' | 'behind' | 'both';
  readonly backing: Backing;
}

/** A page of the artwork, and how many are wanted of it. */
export interface Version {
  readonly page: number;
  readonly copies: number;
}

/** Pieces of each version on some loads that follow one another and are alike. */
export interface VersionLoads {
  /** The first of them, from 1, and how many there are. */
  readonly first: number;
  readonly times: number;
  /** In the order in which pieces lie on the load. */
  readonly pieces: readonly Version[];
}

export interface PrintPlan {
  readonly format: typeof PLAN_FORMAT;
  readonly name: string;
  readonly artwork: {
    /** Page printed for the front, and for the rear of a two-picture stack; from 1. */
    readonly page: number;
    readonly rearPage: number | null;
    /** What spots are used for where their names don't say it exactly. */
    readonly names: Readonly<Record<string, Role>>;
    /** Specials that print as if they and the colour over and under them overprinted, whatever the file says. */
    readonly overprint: readonly string[];
  };
  /** Pages printed together, each in its quantity; the page above is the one that is looked at, layout.copies their sum. */
  readonly versions?: readonly Version[];
  readonly viewing: Viewing;
  readonly material: Material;
  readonly lot: string;
  readonly machine: Machine;
  readonly modeId: string;
  readonly stack: Stack;
  readonly layout: LayoutSettings;
  readonly trips: TripSettings;
  readonly prices: Prices;
  /** Will be laminated or masked after printing. */
  readonly laminated: boolean;
  /** Paths that a blade follows, where the machine cuts the job itself. */
  readonly cutting?: Cutting;
  /** Whom it is for. */
  readonly customer?: string;
  /** In which papers for the customer are written; English if absent. */
  readonly language?: Language;
  /** Work and goods beside printing. */
  readonly extras?: readonly Extra[];
  /** Revisions of the shop's own that machine, material and prices were copied from. */
  readonly from?: PlanOrigin;
}

/** Artwork that can be read: what is known of it, and its pixels. */
export interface Artwork {
  readonly info: ArtworkInfo;
  raster(page: number): Raster;
  /** Gives the special plates of a version to a sink if all were built before and kept; returns whether it did. */
  copyBuilt?(page: number, sink: PlateSink): Promise<boolean>;
  /** A plate of another job, where other jobs are at hand. */
  plate?(job: string, inkKey: string): Promise<Raster>;
}

/** @throws DomainError `PAGE_UNKNOWN` */
export function pageOf(plan: PrintPlan, info: ArtworkInfo, picture: ArtworkSide): ArtworkPage {
  const number =
    picture === 'rear' ? (plan.artwork.rearPage ?? plan.artwork.page) : plan.artwork.page;
  const page = info.pages.find((candidate) => candidate.number === number);
  if (!page)
    throw new DomainError(
      'PAGE_UNKNOWN',
      t('plan.planAsksPageArtwork', { number, n: info.pages.length }),
      'artwork.page',
    );
  return page;
}

/** @throws DomainError `MODE_UNKNOWN` */
export function modeOf({ machine, modeId }: PrintPlan): Mode {
  const mode = machine.modes.find(({ id }) => id === modeId);
  if (!mode)
    throw new DomainError(
      'MODE_UNKNOWN',
      t('plan.hasNoModeHas', {
        machine: machine.name,
        modeId,
        modes: machine.modes.map(({ id }) => id).join(', '),
      }),
      'modeId',
    );
  return mode;
}
