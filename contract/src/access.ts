/**
 * Who may call what: the least role for each endpoint, by its name. One table for the server, which refuses, and for the
 * screens, which don't offer. An endpoint without an entry does not compile.
 */
import { signatureOf, type Endpoint } from './endpoint.ts';
import type { API } from './resources/index.ts';
import { ENDPOINTS } from './resources/endpoints.ts';
import type { PEOPLE_API } from './resources/people.ts';
import type { PRACTICE_API } from './resources/practice.ts';
import { SETTING_ENDPOINTS } from './resources/settings.ts';
import { SHOP_ENDPOINTS } from './resources/shop.ts';
import { reaches, type Role } from './roles.ts';

/** A role, and whoever is more; anyone at all, signed in or not. */
export type Access =
  | 'anyone'
  | Role
  /** From an operator on; a learner where the job in the address is one of an exercise. */
  | 'operator, learner in practice';

type Setting = keyof typeof SETTING_ENDPOINTS;
type Kind = keyof typeof SHOP_ENDPOINTS;
type Act = keyof (typeof SHOP_ENDPOINTS)[Kind];

const OPEN: Readonly<Record<keyof typeof API, Access>> = {
  getMe: 'anyone',
  getDocument: 'learner',

  // What every screen of a job shows, of an exercise as well. Artwork is found by who knows its id.
  getArtwork: 'learner',
  getFirstLook: 'learner',
  getTile: 'learner',
  getPreview: 'learner',
  buildPlates: 'learner',
  getPlates: 'learner',
  cancelPlates: 'learner',
  getEvents: 'learner',
  getJob: 'operator, learner in practice',
  saveJob: 'operator, learner in practice',
  listJobArtworks: 'operator, learner in practice',
  getJobStock: 'operator, learner in practice',
  getShop: 'learner',
  getMachineState: 'learner',
  listReports: 'learner',
  getForm: 'learner',
  getFormTarget: 'learner',
  fitForm: 'learner',
  listProcedures: 'learner',

  storeFile: 'operator',
  readArtwork: 'operator',
  cancelArtwork: 'operator',
  listJobs: 'operator',
  makeJob: 'operator',
  listVersions: 'operator',
  compareVersions: 'operator',
  bringBackVersion: 'operator',
  getJobFile: 'operator',
  takeJobFile: 'operator',
  setJobNotes: 'operator',
  getPaper: 'operator',
  makeExport: 'operator',
  getExport: 'operator',
  cancelExport: 'operator',
  getExported: 'operator',

  // The bench: queue, press, stock, care.
  getQueue: 'operator',
  getQuoted: 'operator',
  getDayList: 'operator',
  getQueueCalendar: 'operator',
  getBench: 'operator',
  getBenchState: 'operator',
  changeBench: 'operator',
  finishBench: 'operator',
  sendToPress: 'operator',
  listSent: 'operator',
  wantOfPress: 'operator',
  listPrinters: 'operator',
  actOnPrinter: 'operator',
  tryPrinter: 'operator',
  saveMachineState: 'operator',
  takeReports: 'operator',
  useReport: 'operator',
  listCare: 'operator',
  listDue: 'operator',
  getDueCalendar: 'operator',
  listCareEvents: 'operator',
  getCareWeeks: 'operator',
  writeLogbook: 'operator',
  undoCare: 'operator',
  getCarePicture: 'operator',
  startRun: 'operator',
  getRun: 'operator',
  startTimer: 'operator',
  tickStep: 'operator',
  endRun: 'operator',
  getWhiteForecast: 'operator',
  getShelf: 'operator',
  receiveStock: 'operator',
  findStock: 'operator',
  actOnStock: 'operator',
  listStockEvents: 'operator',
  undoStock: 'operator',
  countStock: 'operator',
  getLabels: 'operator',
  reserveForJob: 'operator',

  // The office: orders, purchase, what jobs are planned with.
  setJobOrder: 'planner',
  putJobAway: 'planner',
  getReorder: 'planner',
  getPurchaseList: 'planner',
  exportStock: 'planner',
  importStock: 'planner',
  takeOverLearnt: 'planner',
  removeReport: 'planner',
  listBehind: 'planner',
  takeOverEverywhere: 'planner',
  exportShop: 'planner',
  previewShop: 'planner',

  nameShop: 'owner',
  getSizes: 'owner',
  cleanUp: 'owner',
  importShop: 'owner',
};

const PRACTICE: Readonly<Record<keyof typeof PRACTICE_API, Access>> = {
  getLearner: 'learner',
  giveExercise: 'learner',
  getExercise: 'learner',
  handInExercise: 'learner',
  getPracticePrint: 'learner',
  listCourses: 'learner',
  setCourse: 'planner',
  endCourse: 'planner',
};

const PEOPLE: Readonly<Record<keyof typeof PEOPLE_API, Access>> = {
  signIn: 'anyone',
  signInByPin: 'anyone',
  askPasskey: 'anyone',
  signInByPasskey: 'anyone',
  join: 'anyone',
  signOut: 'anyone',
  changePassword: 'learner',
  choosePin: 'learner',
  listPasskeys: 'learner',
  beginPasskey: 'learner',
  keepPasskey: 'learner',
  removePasskey: 'learner',
  listPeople: 'planner',
  addPerson: 'owner',
  changePerson: 'owner',
  newWord: 'owner',
  listTablets: 'planner',
  registerTablet: 'planner',
  removeTablet: 'planner',
};

/** All may read what the shop says once. */
const CHANGES_SETTING: Readonly<Record<Setting, Access>> = {
  'white-use': 'operator',
  'spot-names': 'operator',
  hours: 'planner',
  queue: 'planner',
  supply: 'planner',
  floor: 'planner',
  processes: 'planner',
  printers: 'owner',
  keeping: 'owner',
};

const CHANGES_ITEM: Readonly<Record<Kind, Access>> = {
  material: 'planner',
  ink: 'planner',
  machine: 'planner',
  preset: 'planner',
  procedure: 'planner',
  prices: 'owner',
  rules: 'owner',
};
const READS_ITEM: Readonly<Record<Act, boolean>> = {
  list: true,
  get: true,
  revisions: true,
  make: false,
  save: false,
  stand: false,
};

const entriesOf = <T extends object>(record: T) => Object.entries(record) as [string, T[keyof T]][];

export const ACCESS: Readonly<Record<string, Access>> = {
  ...OPEN,
  ...PRACTICE,
  ...PEOPLE,
  ...Object.fromEntries(
    entriesOf(CHANGES_SETTING).flatMap(([name, least]) => [
      [`getSetting-${name}`, 'learner' as const],
      [`putSetting-${name}`, least],
    ]),
  ),
  ...Object.fromEntries(
    entriesOf(CHANGES_ITEM).flatMap(([kind, least]) =>
      entriesOf(READS_ITEM).map(([act, reads]) => [`${act}-${kind}`, reads ? 'learner' : least]),
    ),
  ),
};

const NAMES = new Map(Object.entries(ENDPOINTS).map(([name, one]) => [one, name]));

/** @throws Error where an endpoint stands in no list, and so nobody said who may call it */
export function accessTo(endpoint: Endpoint): Access {
  const least = ACCESS[NAMES.get(endpoint) ?? ''];
  if (least === undefined) throw new Error(`Nobody said who may call ${endpoint.path}.`);
  return least;
}

/** What somebody of `role` may nowhere call, by signature, with the least role that may. */
export const closedTo = (role: Role): Readonly<Record<string, Role>> =>
  Object.fromEntries(
    Object.values(ENDPOINTS).flatMap((one) => {
      const least = accessTo(one);
      if (least === 'anyone' || least === 'operator, learner in practice') return [];
      return reaches(role, least) ? [] : [[signatureOf(one), least]];
    }),
  );
