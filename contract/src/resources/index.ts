/** Addresses of the API, by the name that both ends call them. Those of people and practice are apart, as the first screen needs none of them. */
import { endpoint } from '../endpoint.ts';
import * as care from './care.ts';
import * as stock from './stock.ts';
import * as artworks from './artworks.ts';
import * as events from './events.ts';
import * as forms from './forms.ts';
import * as exports from './exports.ts';
import * as files from './files.ts';
import * as keeping from './keeping.ts';
import * as jobs from './jobs.ts';
import * as plates from './plates.ts';
import * as bench from './bench.ts';
import { getMe } from './me.ts';
import * as press from './press.ts';
import * as queue from './queue.ts';
import * as reports from './reports.ts';
import * as shop from './shop.ts';

const getDocument = endpoint({
  method: 'GET',
  path: '/openapi.json',
  summary: 'This document',
  answer: { type: 'application/json', what: 'The API as OpenAPI 3.1 has it' },
});

export const API = {
  getMe,
  getDocument,
  getSizes: keeping.getSizes,
  cleanUp: keeping.cleanUp,
  storeFile: files.storeFile,
  readArtwork: artworks.readArtwork,
  getArtwork: artworks.getArtwork,
  cancelArtwork: artworks.cancelArtwork,
  getFirstLook: artworks.getFirstLook,
  getTile: artworks.getTile,
  getPreview: artworks.getPreview,
  buildPlates: plates.buildPlates,
  getPlates: plates.getPlates,
  cancelPlates: plates.cancelPlates,
  makeExport: exports.makeExport,
  getExport: exports.getExport,
  cancelExport: exports.cancelExport,
  getExported: exports.getExported,
  getEvents: events.getEvents,
  listJobs: jobs.listJobs,
  makeJob: jobs.makeJob,
  getJob: jobs.getJob,
  saveJob: jobs.saveJob,
  listVersions: jobs.listVersions,
  compareVersions: jobs.compareVersions,
  bringBackVersion: jobs.bringBackVersion,
  getJobFile: jobs.getJobFile,
  takeJobFile: jobs.takeJobFile,
  setJobOrder: jobs.setJobOrder,
  listJobArtworks: jobs.listJobArtworks,
  getPaper: jobs.getPaper,
  getQueue: queue.getQueue,
  getQuoted: queue.getQuoted,
  getDayList: queue.getDayList,
  getQueueCalendar: queue.getQueueCalendar,
  getBench: bench.getBench,
  getBenchState: bench.getBenchState,
  changeBench: bench.changeBench,
  finishBench: bench.finishBench,
  setJobNotes: jobs.setJobNotes,
  putJobAway: jobs.putJobAway,
  sendToPress: press.sendToPress,
  listSent: press.listSent,
  wantOfPress: press.wantOfPress,
  listPrinters: press.listPrinters,
  actOnPrinter: press.actOnPrinter,
  tryPrinter: press.tryPrinter,
  getShop: shop.getShop,
  nameShop: shop.nameShop,
  getForm: forms.getForm,
  getFormTarget: forms.getFormTarget,
  fitForm: forms.fitForm,
  listBehind: shop.listBehind,
  exportShop: shop.exportShop,
  previewShop: shop.previewShop,
  importShop: shop.importShop,
  takeOverEverywhere: shop.takeOverEverywhere,
  getMachineState: shop.getMachineState,
  saveMachineState: shop.saveMachineState,
  listReports: reports.listReports,
  takeReports: reports.takeReports,
  takeOverLearnt: reports.takeOverLearnt,
  useReport: reports.useReport,
  removeReport: reports.removeReport,
  listCare: care.listCare,
  listDue: care.listDue,
  getDueCalendar: care.getDueCalendar,
  listCareEvents: care.listCareEvents,
  getCareWeeks: care.getCareWeeks,
  writeLogbook: care.writeLogbook,
  undoCare: care.undoCare,
  getCarePicture: care.getCarePicture,
  listProcedures: care.listProcedures,
  startRun: care.startRun,
  getRun: care.getRun,
  startTimer: care.startTimer,
  tickStep: care.tickStep,
  endRun: care.endRun,
  getWhiteForecast: care.getWhiteForecast,
  getShelf: stock.getShelf,
  receiveStock: stock.receiveStock,
  findStock: stock.findStock,
  actOnStock: stock.actOnStock,
  listStockEvents: stock.listStockEvents,
  undoStock: stock.undoStock,
  countStock: stock.countStock,
  getReorder: stock.getReorder,
  getPurchaseList: stock.getPurchaseList,
  getLabels: stock.getLabels,
  exportStock: stock.exportStock,
  importStock: stock.importStock,
  getJobStock: stock.getJobStock,
  reserveForJob: stock.reserveForJob,
} as const;
