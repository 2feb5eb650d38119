import type { AnswerOf, BodyOf, QueryOf } from '@kanga/contract/api';
import type { Problem } from '@kanga/contract/finding';
import { addressOf, ROUTES, type ParamsOf, type Query, type RouteName } from '@kanga/contract/route';
import { keepLater, KEPT_HEADER, keptText, PATIENCE } from '../kept/index.js';
import { atDoor } from './door.js';
import { keptLine } from './kept-line.js';

/** A refusal of the server, or the lack of any answer (`status` 0). */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly problem: Problem,
  ) {
    super(problem.title);
  }

  get offline(): boolean {
    return this.status === 0;
  }

  /** Whether it passes by itself: no answer, a database that is coming back, a disk that somebody makes room on. What is kept here is sent again. */
  get passes(): boolean {
    return this.offline || this.status > 500 || this.status === 429;
  }
}

const OFFLINE: Problem = {
  code: 'net.offline',
  title: 'Kanga’s server does not answer',
  remedy:
    'Entries at the bench and changes of a job are kept here and sent when it answers. Do all else once more then.',
  faults: [],
};

async function problemOf(response: Response): Promise<Problem> {
  const fallback: Problem = {
    code: `http.${response.status}`,
    title: `The server answered ${response.status}`,
    remedy: 'Try once more.',
    faults: [],
  };
  if (!response.headers.get('content-type')?.includes('json')) return fallback;
  return { ...fallback, ...((await response.json()) as Partial<Problem>) };
}

/** What is sent to a door: its parameters, and, where it takes any, `query` and `body`. Bytes are a Blob. */
export type Asked<N extends RouteName> = ParamsOf<N> &
  ([QueryOf<N>] extends [never]
    ? unknown
    : object extends QueryOf<N>
      ? { query?: QueryOf<N> }
      : { query: QueryOf<N> }) &
  ([BodyOf<N>] extends [never] ? unknown : { body: BodyOf<N> extends Uint8Array ? Blob : BodyOf<N> });
/** A door that is sent nothing is asked by its name alone. */
type Sent<N extends RouteName> = object extends Asked<N> ? [asked?: Asked<N>] : [asked: Asked<N>];

/** What any door may be sent, once its own type was held against it. */
type Loose = Record<string, string | number> & { query?: Query; body?: unknown };
const looseOf = <N extends RouteName>(asked: Asked<N> | undefined): Loose => (asked ?? {}) as Loose;
const placeOf = <N extends RouteName>(name: N, asked: Asked<N> | undefined): string =>
  addressOf(name, looseOf(asked) as ParamsOf<N>, looseOf(asked).query);

function requestOf<N extends RouteName>(name: N, asked: Asked<N> | undefined): RequestInit {
  const { body } = looseOf(asked);
  const method = ROUTES[name].method.toUpperCase();
  if (body === undefined) return { method };
  // A file is sent as it is: what kind it is, its own type would only claim.
  if (body instanceof Blob) return { method, headers: { 'content-type': 'application/octet-stream' }, body };
  return { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) };
}

/** The answer of the server; throws an ApiError that says what was wrong. */
async function ask<N extends RouteName>(
  name: N,
  asked: Asked<N> | undefined,
  signal: AbortSignal | null = null,
): Promise<Response> {
  const response = await fetch(placeOf(name, asked), { ...requestOf(name, asked), signal }).catch((error: unknown) => {
    if (error instanceof TypeError || signal?.aborted) throw new ApiError(0, OFFLINE);
    throw error;
  });
  keptLine.hear(response.headers.get(KEPT_HEADER));
  if (response.ok) return response;
  const problem = await problemOf(response);
  // Who shows that it is them has it done.
  if (await atDoor(problem.code)) return ask(name, asked, signal);
  throw new ApiError(response.status, problem);
}

/** Asks a door of the server by its name; what goes in and out is typed by the schemas that check it there. Throws an ApiError that says what was wrong. */
export const call = async <N extends RouteName>(name: N, ...[asked]: Sent<N>): Promise<AnswerOf<N>> =>
  (await (await ask(name, asked)).json()) as AnswerOf<N>;

/** Sends a change while the page is being left: the browser carries it out (to 64 kB), and nobody is there to hear the answer. */
export const sendLeaving = <N extends RouteName>(name: N, ...[asked]: Sent<N>): void =>
  void fetch(placeOf(name, asked), { ...requestOf(name, asked), keepalive: true });

/** Asks a door that answers with a file. */
export const callForFile = async <N extends RouteName>(name: N, ...[asked]: Sent<N>): Promise<Blob> =>
  (await ask(name, asked)).blob();

/** A large answer is written down when the screen that it is for stands, ms. */
const WHEN_IT_STANDS = 3000;

/** Asks the server for what this screen keeps by itself; while the server is away, what it last told. */
export async function callOrKept<N extends RouteName>(name: N, ...[asked]: Sent<N>): Promise<AnswerOf<N>> {
  const place = placeOf(name, asked);
  const kept = keptText(place);
  const keep = keepLater(place);
  const gone = new AbortController();
  // Only who has something to go on with gives up waiting.
  const timer = setTimeout(() => {
    void kept.then((one) => {
      if (one) gone.abort();
    });
  }, PATIENCE * 1000);
  try {
    const text = await (await ask(name, asked, gone.signal)).text();
    keep(text, WHEN_IT_STANDS);
    return JSON.parse(text) as AnswerOf<N>;
  } catch (error) {
    const away = gone.signal.aborted || (error instanceof ApiError && error.offline);
    const last = away ? await kept : null;
    if (!last) throw error;
    keptLine.hear(last.given);
    return JSON.parse(last.text) as AnswerOf<N>;
  } finally {
    clearTimeout(timer);
  }
}

/** Uploads a file as the body of a request, telling how far it is; `signal` cancels it. */
export function upload<N extends RouteName>(
  name: N,
  asked: Asked<N> & { body: Blob },
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<AnswerOf<N>> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open(ROUTES[name].method.toUpperCase(), placeOf(name, asked));
    request.setRequestHeader('content-type', 'application/octet-stream');
    request.responseType = 'json';
    request.upload.onprogress = (event) => {
      onProgress(event.loaded / Math.max(1, event.total));
    };
    request.onerror = () => {
      reject(new ApiError(0, { ...OFFLINE, remedy: 'The file was not kept. Send it again when the server answers.' }));
    };
    request.onload = () => {
      const ok = request.status >= 200 && request.status < 300;
      if (ok) resolve(request.response as AnswerOf<N>);
      else reject(new ApiError(request.status, (request.response as Problem | null) ?? OFFLINE));
    };
    request.onabort = () => {
      reject(new DOMException('cancelled', 'AbortError'));
    };
    signal.addEventListener('abort', () => {
      request.abort();
    });
    request.send(asked.body);
  });
}

/** The problem of any error, for showing. */
export const problemFrom = (error: unknown): Problem =>
  error instanceof ApiError
    ? error.problem
    : {
        code: 'app.fault',
        title: error instanceof Error ? error.message : 'Something went wrong here',
        remedy: 'Reload the page; nothing saved is lost.',
        faults: [],
      };
