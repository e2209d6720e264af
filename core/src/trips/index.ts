export {
  FIT_HEADS_MINUTES,
  handsDeviation,
  phasesOf,
  slotWanted,
  visitsOf,
  type Cutting,
  type Phase,
  type PhaseStep,
} from './phases.ts';
export {
  driftRisk,
  isSpecial,
  LOADING_MINUTES,
  loadsOf,
  planTrips,
  splitTrips,
  type DriftRisk,
  type Trip,
  type Careful,
  type TripSettings,
} from './trips.ts';
