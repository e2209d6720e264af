/** Talking to the server. Whatever it refuses comes as {@link Refused} with its sentence. */
import {
  addressOf,
  API,
  encodeBody,
  Problem,
  type Answered,
  type Endpoint,
  type Given,
  type SomeEndpoint,
  type StoredFile,
} from '@kyanos/contract';
import { sentenceOf, type ErrorCode } from '@kyanos/core';
import { operator } from './operator.ts';

export class Refused extends Error {
  readonly problem: Problem;
  readonly status: number;

  constructor(problem: Problem, status: number) {
    super(problem.message);
    this.problem = problem;
    this.status = status;
  }

  /** The server is away or in trouble of its own, or the session has ended: the same request may do better later. */
  get mayPass(): boolean {
    return this.status === 0 || this.status >= 500 || this.problem.code === 'SIGN_IN_NEEDED';
  }
}

/** Names this tab: work that several wait for is cancelled when none of them does any more. */
const CLIENT = { 'Kyanos-Client': crypto.getRandomValues(new Uint32Array(4)).join('-') };

let signInNeeded = (): void => undefined;
/** Called whenever a session has ended. What was refused for it stays where it is. */
export const onSignInNeeded = (act: () => void): void => {
  signInNeeded = act;
};

export interface Sending {
  /** Names the request, so that it is carried out once, however often it is sent; a new one if absent. */
  readonly key?: string;
  /** Goes out even when the page goes away. */
  readonly keepalive?: boolean;
  /** The revision that a change was made on. */
  readonly ifMatch?: string | undefined;
}

export const newKey = (): string => crypto.getRandomValues(new Uint32Array(4)).join('-');

const problem = (code: ErrorCode): Problem => ({ code, message: sentenceOf(code) });

const asProblem = (body: unknown): Problem =>
  Problem.safeParse(body).data ?? problem('ANSWER_UNREADABLE');

/** Where an endpoint lies, for links and pictures. */
export const addressIn = <E extends SomeEndpoint>(endpoint: E, given: Given<E>): string => {
  const { params, query } = given as AnyGiven;
  return `/api${addressOf(endpoint, params, query)}`;
};

interface AnyGiven {
  readonly params?: Readonly<Record<string, unknown>>;
  readonly query?: Readonly<Record<string, unknown>>;
  readonly body?: unknown;
}

/** Calls an endpoint and reads its answer, with the revision of it. @throws Refused */
export async function callRevised<E extends SomeEndpoint>(
  endpoint: E,
  given: Given<E>,
  { key, keepalive = false, ifMatch }: Sending = {},
): Promise<{ readonly value: Answered<E>; readonly revision: string | undefined }> {
  const { method, path, body: schema, answer } = endpoint as unknown as Endpoint;
  const { params, query, body } = given as AnyGiven;
  const response = await fetch(`/api${addressOf({ path }, params, query)}`, {
    method,
    keepalive,
    headers: {
      ...CLIENT,
      // Where nobody signs in, this is who works here; elsewhere the session says so.
      'Kyanos-Operator': encodeURIComponent(operator.value.trim()),
      ...(method === 'POST' || method === 'PUT' ? { 'Idempotency-Key': key ?? newKey() } : {}),
      ...(ifMatch === undefined ? {} : { 'If-Match': ifMatch }),
      ...(schema ? { 'Content-Type': 'application/json' } : {}),
    },
    ...(schema ? { body: encodeBody(schema, body ?? {}) } : {}),
  }).catch(() => {
    throw new Refused(problem('UNREACHABLE'), 0);
  });
  const came: unknown = await response.json().catch(() => null);
  if (!response.ok) {
    const problem = asProblem(came);
    if (problem.code === 'SIGN_IN_NEEDED') signInNeeded();
    throw new Refused(problem, response.status);
  }
  const revision = response.headers.get('ETag') ?? undefined;
  if (answer === null || !('_zod' in answer)) return { value: undefined as Answered<E>, revision };
  const read = answer.safeParse(came);
  if (!read.success) {
    console.error(path, read.error.issues);
    throw new Refused(problem('ANSWER_UNREADABLE'), response.status);
  }
  return { value: read.data as Answered<E>, revision };
}

/** Calls an endpoint and reads its answer. @throws Refused */
export const call = async <E extends SomeEndpoint>(
  endpoint: E,
  given: Given<E>,
  sending?: Sending,
): Promise<Answered<E>> => (await callRevised(endpoint, given, sending)).value;

export interface Upload {
  readonly done: Promise<StoredFile>;
  cancel(): void;
}

/** Sends a file. Only XMLHttpRequest reports how much of an upload has gone out. */
export function upload(file: File, progress: (share: number) => void): Upload {
  const xhr = new XMLHttpRequest();
  const done = new Promise<StoredFile>((resolve, reject) => {
    xhr.upload.onprogress = (event) => progress(event.loaded / Math.max(1, event.total));
    xhr.onload = () => {
      const body: unknown = xhr.response;
      const stored = API.storeFile.answer.safeParse(body);
      if (stored.success) resolve(stored.data);
      else reject(new Refused(asProblem(body), xhr.status));
    };
    xhr.onerror = () => reject(new Refused(problem('UNREACHABLE'), 0));
    xhr.onabort = () => reject(new Refused(problem('CANCELLED'), 0));
    xhr.open(API.storeFile.method, `/api${API.storeFile.path}`);
    xhr.responseType = 'json';
    xhr.setRequestHeader('Content-Type', 'application/octet-stream');
    xhr.send(file);
  });
  return { done, cancel: () => xhr.abort() };
}
