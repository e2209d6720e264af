/** What would go wrong, where, how much of it, and the way out. */
import type { MmBox, Role } from '../artwork/index.ts';
import type { Cells } from '../raster/index.ts';
import type { MachineState } from '../stack/index.ts';
import {
  factsOf,
  SEVERITIES,
  severitiesOf,
  type FindingCode,
  type FINDINGS,
  type FindingStage,
  type Severity,
  type SeverityOf,
} from './table.ts';

/** A way out that the operator can take with one click. */
export type Repair = PlanRepair | StateRepair | ArtworkRepair;

/** The artwork is read anew, so many times as large as it is now. */
export interface ArtworkRepair {
  readonly label: string;
  readonly kind: 'scale';
  readonly factor: number;
}

/** Somebody has seen to it at the machine: its state is another now. */
export interface StateRepair {
  readonly label: string;
  readonly kind: 'state';
  readonly change: Pick<MachineState, 'whiteSlot'>;
}

/** A way out that changes the plan and nothing else. */
export type PlanRepair =
  | {
      readonly label: string;
      readonly kind: 'map-name';
      readonly separation: string;
      readonly role: Role;
    }
  | {
      readonly label: string;
      readonly kind: 'overprint';
      readonly separation: string;
      /** False takes it back. */
      readonly keep: boolean;
    }
  | { readonly label: string; readonly kind: 'haze'; readonly percent: number }
  | {
      readonly label: string;
      readonly kind: 'rule';
      /** Of the plate that gets another rule. */
      readonly key: string;
      /** In the text of rules. */
      readonly rule: string;
    }
  | { readonly label: string; readonly kind: 'plan'; readonly change: PlanChange };

/** What a repair changes in the plan. */
/** A repair that is carried out on the plan; others are of the artwork or of the machine. */
export const isPlanRepair = (repair: Repair): repair is PlanRepair =>
  repair.kind !== 'scale' && repair.kind !== 'state';

export interface PlanChange {
  /** In the short notation. */
  readonly stack?: string;
  readonly modeId?: string;
  readonly rearPage?: number;
  readonly laminated?: boolean;
  /** Of the material. */
  readonly lot?: string;
  readonly split?: 'together' | 'apart';
  readonly waitMinutes?: number;
  /** Longest load, mm. */
  readonly loadLength?: number;
  /** Forgets where a hand put the pieces. */
  readonly layAnew?: boolean;
}

/** Where on the page: boxes, or a coarse map over the whole of it. */
export type Place =
  | { readonly kind: 'boxes'; readonly boxes: readonly MmBox[] }
  | { readonly kind: 'cells'; readonly cells: Cells };

export interface Finding {
  readonly code: FindingCode;
  readonly severity: Severity;
  readonly message: string;
  /** The page of the artwork it is about; from 1. */
  readonly page?: number;
  readonly place?: Place;
  /** How much of it: the number that the sentence is about. */
  readonly measure?: {
    readonly value: number;
    readonly unit: 'cm²' | 'mm' | '%' | 'dpi' | 'count' | 'pt';
  };
  readonly repair?: Repair;
}

type About = Omit<Finding, 'code' | 'severity' | 'message'>;
/** Codes of one severity have it from the table; the others say which of theirs it is. */
type Details<C extends FindingCode> = (typeof FINDINGS)[C]['severity'] extends Severity
  ? [details?: About]
  : [details: About & { readonly severity: SeverityOf<C> }];

/** @param message a sentence for the operator, with what, where, how much and the way out */
export function finding<C extends FindingCode>(
  code: C,
  message: string,
  ...[details]: Details<C>
): Finding {
  const [severity] = severitiesOf(code);
  return { code, severity, message, ...details };
}

/** The gravest first; those of one severity as they were. */
export const bySeverity = (findings: readonly Finding[]): Finding[] =>
  findings.toSorted((a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity));

/** Those that a stage of the work shows. */
export const findingsAt = (findings: readonly Finding[], stage: FindingStage): Finding[] =>
  findings.filter(({ code }) => factsOf(code).stages.includes(stage));

/** Whether the print can't be made with what was found: then no time, ink or price is given. */
export const stopsPrint = (findings: readonly Finding[]): boolean =>
  findings.some(({ code }) => factsOf(code).stops);
