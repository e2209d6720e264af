/** A printer as most are: it takes one PDF a job, holds nothing, counts copies, and tells neither ink nor minutes. */
import { createServer, type Server } from 'node:http';
import {
  attribute,
  decode,
  encodeResponse,
  groupsOf,
  JOB_STATES,
  numberIn,
  OPERATIONS,
  operationNamed,
  PRINTER_STATES,
  textIn,
  type Attribute,
  type Group,
} from '@kyanos/ipp';

interface Job {
  readonly id: number;
  readonly name: string;
  readonly copies: number;
  bytes: number;
  state: keyof typeof JOB_STATES;
}

const NOT_FOUND = 0x0406;
const KNOWN = ['Create-Job', 'Send-Document', 'Get-Jobs', 'Get-Job-Attributes'] as const;

export class PlainPrinter {
  readonly jobs: Job[] = [];
  /** Whether it counts what it has printed; many say 0 to the end. */
  counts = true;
  readonly #server: Server;

  constructor() {
    this.#server = createServer((req, res) => {
      const parts: Buffer[] = [];
      req.on('data', (part: Buffer) => parts.push(part));
      req.on('end', () => {
        res.setHeader('Content-Type', 'application/ipp');
        res.end(this.#answer(Buffer.concat(parts)));
      });
    });
  }

  async start(): Promise<string> {
    await new Promise<void>((done) => this.#server.listen(0, '127.0.0.1', done));
    const { port } = this.#server.address() as { port: number };
    return `ipp://127.0.0.1:${port}/ipp/print`;
  }

  stop(): void {
    this.#server.closeAllConnections();
    this.#server.close();
  }

  #told(job: Job): Group {
    return {
      name: 'job',
      attributes: [
        attribute('job-id', 'integer', job.id),
        attribute('job-name', 'name', job.name),
        attribute('job-state', 'enum', JOB_STATES[job.state]),
        attribute('job-state-reasons', 'keyword', job.bytes > 0 ? 'none' : 'job-incoming'),
        attribute('job-impressions-completed', 'integer', this.counts ? job.copies : 0),
      ],
    };
  }

  #answer(request: Buffer): Buffer {
    const { message, length } = decode(request, 'request');
    const [operation] = groupsOf(message, 'operation');
    const job = this.jobs.find(({ id }) => id === numberIn(operation, 'job-id'));
    const say = (code: number, groups: readonly Group[]) =>
      encodeResponse({
        ...message,
        code,
        groups: [
          {
            name: 'operation',
            attributes: [
              attribute('attributes-charset', 'charset', 'utf-8'),
              attribute('attributes-natural-language', 'language', 'en'),
            ],
          },
          ...groups,
        ],
      });
    const printer: Attribute[] = [
      attribute('printer-name', 'name', 'Plain'),
      attribute('printer-state', 'enum', PRINTER_STATES.idle),
      attribute('printer-state-reasons', 'keyword', 'none'),
      attribute('operations-supported', 'enum', ...KNOWN.map((name) => OPERATIONS[name])),
      attribute('document-format-supported', 'mimeType', 'application/pdf'),
      attribute('multiple-document-jobs-supported', 'boolean', false),
      attribute('marker-names', 'name', 'cyan', 'White'),
      attribute('marker-levels', 'integer', 60, 5),
    ];
    switch (operationNamed(message.code)) {
      case 'Get-Printer-Attributes':
        return say(0, [{ name: 'printer', attributes: printer }]);
      case 'Create-Job': {
        const made: Job = {
          id: this.jobs.length + 1,
          name: textIn(operation, 'job-name') ?? '',
          copies: numberIn(groupsOf(message, 'job')[0], 'copies') ?? 1,
          bytes: 0,
          state: 'pending',
        };
        this.jobs.push(made);
        return say(0, [this.#told(made)]);
      }
      case 'Send-Document':
        if (!job) return say(NOT_FOUND, []);
        job.bytes = request.length - length;
        job.state = 'completed';
        return say(0, [this.#told(job)]);
      case 'Get-Job-Attributes':
        return job ? say(0, [this.#told(job)]) : say(NOT_FOUND, []);
      case 'Get-Jobs': {
        const completed = textIn(operation, 'which-jobs') === 'completed';
        return say(
          0,
          this.jobs
            .filter(({ state }) => (state === 'completed') === completed)
            .map((one) => this.#told(one)),
        );
      }
      default:
        return say(0x0501, []);
    }
  }
}
