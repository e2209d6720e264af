export {
  FIT_HEADS_MINUTES,
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
