/** Talking to the server. Whatever it refuses comes as {@link Refused} with its sentence. */
import { Problem, type StoredFile } from '@kyanos/contract';
import { ERRORS, type ErrorCode } from '@kyanos/core';

export class Refused extends Error {
  readonly problem: Problem;
  readonly status: number;

  constructor(problem: Problem, status: number) {
    super(problem.message);
    this.problem = problem;
    this.status = status;
  }
}

const problem = (code: ErrorCode): Problem => ({ code, message: ERRORS[code].sentence });

const asProblem = (body: unknown): Problem =>
  Problem.safeParse(body).data ?? problem('ANSWER_UNREADABLE');

/** Names this tab: work that several wait for is cancelled when none of them does any more. */
const CLIENT = { 'Kyanos-Client': crypto.getRandomValues(new Uint32Array(4)).join('-') };

export interface Sending {
  /** Names the request, so that it is carried out once, however often it is sent; a new one if absent. */
  readonly key?: string;
  /** Goes out even when the page goes away. */
  readonly keepalive?: boolean;
  /** The revision that a change was made on. */
  readonly ifMatch?: string | undefined;
}

export const newKey = (): string => crypto.getRandomValues(new Uint32Array(4)).join('-');

async function response(
  method: string,
  path: string,
  body?: unknown,
  { key, keepalive = false, ifMatch }: Sending = {},
): Promise<{ answer: unknown; etag: string | undefined }> {
  const changes = method === 'POST' || method === 'PUT';
  const response = await fetch(`/api${path}`, {
    method,
    keepalive,
    headers: {
      ...CLIENT,
      ...(changes ? { 'Idempotency-Key': key ?? newKey() } : {}),
      ...(ifMatch === undefined ? {} : { 'If-Match': ifMatch }),
      ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
    },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  }).catch(() => {
    throw new Refused(problem('UNREACHABLE'), 0);
  });
  const answer: unknown = await response.json().catch(() => null);
  if (!response.ok) throw new Refused(asProblem(answer), response.status);
  return { answer, etag: response.headers.get('ETag') ?? undefined };
}

const request = async <T>(...args: Parameters<typeof response>): Promise<T> =>
  (await response(...args)).answer as T;

export const get = <T>(path: string): Promise<T> => request('GET', path);
/** With the revision that the answer has, to be named when it is changed. */
export async function getRevised<T>(
  path: string,
): Promise<{ value: T; revision: string | undefined }> {
  const { answer, etag } = await response('GET', path);
  return { value: answer as T, revision: etag };
}
export const post = <T>(path: string, body: unknown = {}, sending: Sending = {}): Promise<T> =>
  request('POST', path, body, sending);
export const put = <T>(path: string, body: unknown, sending: Sending = {}): Promise<T> =>
  request('PUT', path, body, sending);
export async function putRevised<T>(
  path: string,
  body: unknown,
  revision: string | undefined,
): Promise<{ value: T; revision: string | undefined }> {
  const { answer, etag } = await response('PUT', path, body, { ifMatch: revision });
  return { value: answer as T, revision: etag };
}

export const remove = (path: string): Promise<unknown> => request('DELETE', path);

export interface Upload {
  readonly done: Promise<StoredFile>;
  cancel(): void;
}

/** Sends a file. Only XMLHttpRequest tells how much of an upload has gone out. */
export function upload(file: File, progress: (share: number) => void): Upload {
  const xhr = new XMLHttpRequest();
  const done = new Promise<StoredFile>((resolve, reject) => {
    xhr.upload.onprogress = (event) => progress(event.loaded / Math.max(1, event.total));
    xhr.onload = () => {
      const body: unknown = xhr.response;
      if (xhr.status >= 200 && xhr.status < 300) resolve(body as StoredFile);
      else reject(new Refused(asProblem(body), xhr.status));
    };
    xhr.onerror = () => reject(new Refused(problem('UNREACHABLE'), 0));
    xhr.onabort = () => reject(new Refused(problem('CANCELLED'), 0));
    xhr.open('POST', '/api/files');
    xhr.responseType = 'json';
    xhr.setRequestHeader('Content-Type', 'application/octet-stream');
    xhr.send(file);
  });
  return { done, cancel: () => xhr.abort() };
}
