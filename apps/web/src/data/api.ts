import type { Problem } from '@kanga/contract/finding';
import { keepLater, KEPT_HEADER, keptText, PATIENCE } from '../kept/index.js';
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
  remedy: 'What you did is kept here and sent when it answers again.',
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

interface Asked {
  method?: 'GET' | 'POST' | 'PUT' | 'DELETE';
  json?: unknown;
  body?: Blob;
  type?: string;
  signal?: AbortSignal;
}

/** The answer of the server; throws an ApiError that says what was wrong. */
async function ask(path: string, { method = 'GET', json, body, type, signal }: Asked): Promise<Response> {
  const headers: Record<string, string> =
    json !== undefined ? { 'content-type': 'application/json' } : type ? { 'content-type': type } : {};
  const request: RequestInit = { method, headers };
  if (json !== undefined) request.body = JSON.stringify(json);
  else if (body) request.body = body;
  if (signal) request.signal = signal;
  const response = await fetch(`/api/${path}`, request).catch((error: unknown) => {
    if (error instanceof TypeError || signal?.aborted) throw new ApiError(0, OFFLINE);
    throw error;
  });
  keptLine.hear(response.headers.get(KEPT_HEADER));
  if (!response.ok) throw new ApiError(response.status, await problemOf(response));
  return response;
}

/** Asks the server; throws an ApiError that says what was wrong. */
export const api = async <T>(path: string, asked: Asked = {}): Promise<T> =>
  (await (await ask(path, asked)).json()) as T;

/** A large answer is written down when the screen that it is for stands, ms. */
const WHEN_IT_STANDS = 3000;

/** Asks the server for what this screen keeps by itself; while the server is away, what it last told. */
export async function apiOrKept<T>(path: string): Promise<T> {
  const kept = keptText(`/api/${path}`);
  const keep = keepLater(`/api/${path}`);
  const gone = new AbortController();
  // Only who has something to go on with gives up waiting.
  const timer = setTimeout(() => {
    void kept.then((one) => {
      if (one) gone.abort();
    });
  }, PATIENCE * 1000);
  try {
    const text = await (await ask(path, { signal: gone.signal })).text();
    keep(text, WHEN_IT_STANDS);
    return JSON.parse(text) as T;
  } catch (error) {
    const away = gone.signal.aborted || (error instanceof ApiError && error.offline);
    const last = away ? await kept : null;
    if (!last) throw error;
    keptLine.hear(last.given);
    return JSON.parse(last.text) as T;
  } finally {
    clearTimeout(timer);
  }
}

/** Uploads a file as the body of a request, telling how far it is; `signal` cancels it. */
export function upload<T>(
  path: string,
  file: Blob,
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<T> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open('POST', `/api/${path}`);
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
      if (ok) resolve(request.response as T);
      else reject(new ApiError(request.status, (request.response as Problem | null) ?? OFFLINE));
    };
    request.onabort = () => {
      reject(new DOMException('cancelled', 'AbortError'));
    };
    signal.addEventListener('abort', () => {
      request.abort();
    });
    request.send(file);
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
