/** What a press tells of itself and its jobs, as attributes. Sources: RFC 8011, 5.3 and 5.4; PWG 5100.13. */
import {
  attribute,
  collection,
  JOB_STATES,
  OPERATIONS,
  PRINTER_STATES,
  supplyText,
  TENTHS_OF_ML,
  tenthsOf,
  textsIn,
  type Attribute,
  type Group,
  type Supply,
} from '@kyanos/ipp';
import { FORMATS, PDF } from './formats.ts';
import { capacityOf, hasEnded, WASTE_ML, type Press, type PressJob } from './press.ts';

type Asked = ReadonlyMap<string, Attribute>;

/** @param uri the address of the printer */
export function attributesOf(press: Press, uri: string) {
  const { machine } = press;
  const begun = Date.now();
  const upTime = () => Math.max(1, Math.round((Date.now() - begun) / 1000));

  function supplies(): Supply[] {
    const { ml, rollMm, wasteMl } = press.state;
    return [
      ...machine.inks.map(({ channel }) => ({
        type: 'ink',
        class: 'consumed' as const,
        name: channel,
        level: tenthsOf(ml[channel] ?? 0),
        capacity: tenthsOf(capacityOf(machine, channel)),
        unit: TENTHS_OF_ML,
      })),
      {
        type: 'wasteInk',
        class: 'filled',
        name: 'none',
        level: tenthsOf(wasteMl),
        capacity: tenthsOf(WASTE_ML),
        unit: TENTHS_OF_ML,
      },
      ...(machine.kind === 'flatbed'
        ? []
        : [
            {
              type: 'other',
              class: 'consumed' as const,
              name: 'roll',
              level: Math.floor(rollMm / 1000),
              capacity: undefined,
              unit: 'meters',
            },
          ]),
    ];
  }

  const STOPPED = {
    ink: 'marker-supply-empty-error',
    roll: 'media-empty-error',
    waste: 'marker-waste-full-error',
  } as const;
  const LOW = 0.1;
  function printerReasons(): string[] {
    const { ml, paused, stopped } = press.state;
    const low = machine.inks.some(
      ({ channel }) => (ml[channel] ?? 0) < LOW * capacityOf(machine, channel),
    );
    const reasons = [
      ...(stopped ? [STOPPED[stopped]] : []),
      ...(paused ? ['paused'] : []),
      ...(low && stopped !== 'ink' ? ['marker-supply-low-warning'] : []),
    ];
    return reasons.length > 0 ? reasons : ['none'];
  }

  function printerAttributes(): Attribute[] {
    const { paused, stopped } = press.state;
    const busy = press.jobs.some(({ state }) => state === 'processing');
    const state = paused || stopped ? 'stopped' : busy ? 'processing' : 'idle';
    const told = supplies();
    const size = [
      attribute('x-dimension', 'integer', 21000),
      attribute('y-dimension', 'integer', 29700),
    ];
    const waiting = press.jobs.filter((job) => !hasEnded(job)).length;
    const web = uri.replace(/^ipp:/, 'http:');
    return [
      attribute('printer-uri-supported', 'uri', uri),
      attribute('uri-security-supported', 'keyword', 'none'),
      attribute('uri-authentication-supported', 'keyword', 'requesting-user-name'),
      attribute('printer-name', 'name', machine.name),
      attribute('printer-info', 'text', machine.name),
      attribute('printer-location', 'text', 'Simulated on this computer'),
      attribute('printer-make-and-model', 'text', `Kyanos press, ${machine.kind}`),
      attribute('printer-more-info', 'uri', web),
      attribute('printer-state', 'enum', PRINTER_STATES[state]),
      attribute('printer-state-reasons', 'keyword', ...printerReasons()),
      attribute('printer-state-message', 'text', stateMessage()),
      attribute('ipp-versions-supported', 'keyword', '1.1', '2.0'),
      attribute('operations-supported', 'enum', ...Object.values(OPERATIONS)),
      attribute('multiple-document-jobs-supported', 'boolean', true),
      attribute('multiple-operation-time-out', 'integer', 120),
      attribute('multiple-operation-time-out-action', 'keyword', 'abort-job'),
      attribute('charset-configured', 'charset', 'utf-8'),
      attribute('charset-supported', 'charset', 'utf-8'),
      attribute('natural-language-configured', 'language', 'en'),
      attribute('generated-natural-language-supported', 'language', 'en'),
      attribute('document-format-default', 'mimeType', PDF),
      attribute('document-format-supported', 'mimeType', ...FORMATS),
      attribute('compression-supported', 'keyword', 'none'),
      attribute('pdl-override-supported', 'keyword', 'not-attempted'),
      attribute('printer-is-accepting-jobs', 'boolean', true),
      attribute('queued-job-count', 'integer', waiting),
      attribute('printer-up-time', 'integer', upTime()),
      attribute('printer-current-time', 'noValue', ''),
      attribute('color-supported', 'boolean', true),
      attribute('job-hold-until-default', 'keyword', 'no-hold'),
      attribute('job-hold-until-supported', 'keyword', 'no-hold', 'indefinite'),
      attribute('copies-default', 'integer', 1),
      attribute('media-default', 'keyword', 'iso_a4_210x297mm'),
      attribute('media-supported', 'keyword', 'iso_a4_210x297mm'),
      ...collection('media-col-default', [collection('media-size', size)]),
      attribute('printer-supply', 'octets', ...told.map((one, i) => supplyText(one, i + 1))),
      attribute(
        'printer-supply-description',
        'text',
        ...told.map(({ name, type }) => `${type} ${name}`),
      ),
      attribute('marker-names', 'name', ...machine.inks.map(({ name }) => name)),
      attribute(
        'marker-levels',
        'integer',
        ...machine.inks.map(({ channel }) =>
          Math.round((100 * (press.state.ml[channel] ?? 0)) / capacityOf(machine, channel)),
        ),
      ),
    ];
  }

  function stateMessage(): string {
    const { paused, stopped, about } = press.state;
    if (stopped === 'ink') return `${about} is used up: put a full container in and go on.`;
    if (stopped === 'roll') return 'The roll has come to its end: load one and go on.';
    if (stopped === 'waste') return 'The waste container is full: empty it and go on.';
    return paused ? 'Paused.' : '';
  }

  const JOB_REASONS: Partial<Record<PressJob['state'], string>> = {
    held: 'job-hold-until-specified',
    processing: 'job-printing',
    stopped: 'printer-stopped',
    canceled: 'job-canceled-by-user',
    aborted: 'aborted-by-system',
    completed: 'job-completed-successfully',
  };
  const jobUri = ({ id }: PressJob) => `${uri}/jobs/${id}`;

  function jobAttributes(job: PressJob): Attribute[] {
    const testPrint = job.ticket?.testPrint ? 1 : 0;
    const spoilt = job.spoilt.filter((piece) => piece >= testPrint).length;
    const second = (minutes: number | undefined) =>
      minutes === undefined ? [] : [Math.max(1, Math.round(minutes * 60))];
    const time = (name: string, minutes: number | undefined) => {
      const [at] = second(minutes);
      return at === undefined ? attribute(name, 'noValue', '') : attribute(name, 'integer', at);
    };
    return [
      attribute('job-id', 'integer', job.id),
      attribute('job-uri', 'uri', jobUri(job)),
      attribute('job-printer-uri', 'uri', uri),
      attribute('job-name', 'name', job.name),
      attribute('job-originating-user-name', 'name', job.user),
      attribute('job-state', 'enum', JOB_STATES[job.state]),
      attribute(
        'job-state-reasons',
        'keyword',
        job.incoming && !hasEnded(job) ? 'job-incoming' : (JOB_REASONS[job.state] ?? 'none'),
      ),
      attribute('number-of-documents', 'integer', job.documents.length),
      attribute('copies', 'integer', job.ticket?.copies ?? job.copies),
      attribute('job-impressions', 'integer', job.ticket?.copies ?? job.copies),
      attribute('job-impressions-completed', 'integer', job.done),
      // Of the machine, in simulated time.
      attribute('job-printer-up-time', 'integer', second(press.state.clock)[0]),
      time('time-at-creation', job.createdAt),
      time('time-at-processing', job.processingAt),
      time('time-at-completed', job.endedAt),
      // Our own, beyond the standard: what a report needs.
      attribute('x-kyanos-copies-spoilt', 'integer', spoilt),
      attribute('x-kyanos-seconds', 'integer', Math.round(job.minutes * 60)),
      ...some(
        'x-kyanos-ink',
        Object.entries(job.ml).map(([channel, ml]) => `${channel}=${ml.toFixed(3)}`),
      ),
      ...some('x-kyanos-notes', job.notes),
    ];
  }
  const some = (name: string, list: readonly string[]) =>
    list.length > 0 ? [attribute(name, 'text', ...list)] : [];

  /** Of what is told only what was asked for. */
  function wanted(list: readonly Attribute[], operation: Asked, all: string[]) {
    const asked = new Set(textsIn(operation, 'requested-attributes'));
    if (asked.size === 0 || all.some((name) => asked.has(name))) return list;
    let inside = false;
    // Members of a collection follow it, without names.
    return list.filter(({ name }) => (inside = name === '' ? inside : asked.has(name)));
  }
  const jobGroup = (job: PressJob, operation: Asked): Group => ({
    name: 'job',
    attributes: wanted(jobAttributes(job), operation, ['all', 'job-description']),
  });
  const briefly = (job: PressJob): Group => ({
    name: 'job',
    attributes: jobAttributes(job).filter(({ name }) =>
      ['job-id', 'job-uri', 'job-state', 'job-state-reasons'].includes(name),
    ),
  });

  const printerGroup = (operation: Asked): Group => ({
    name: 'printer',
    attributes: wanted(printerAttributes(), operation, ['all', 'printer-description']),
  });
  return { printerGroup, jobGroup, briefly };
}
