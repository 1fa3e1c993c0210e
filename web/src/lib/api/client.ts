import createClient, { type Middleware } from 'openapi-fetch';
import { plain } from './labels';
import type { components, paths } from './schema';

export type Schemas = components['schemas'];

/** A refusal by the server, as its problem document tells it. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly field?: string,
    readonly theirs?: unknown,
    readonly yours?: unknown,
  ) {
    super(detail || title);
  }

  /** Whether somebody else changed it first. */
  get stale(): boolean {
    return this.status === 412;
  }
}

export function token(): string {
  return decodeURIComponent(document.cookie.match(/(?:^|; )XSRF-TOKEN=([^;]*)/)?.[1] ?? '');
}

/** Turns an answer that is not good into a Refused. */
export async function refusal(response: Response): Promise<Refused> {
  let body: Record<string, unknown>;
  try {
    body = (await response.json()) as Record<string, unknown>;
  } catch {
    body = {};
  }
  const words = (value: unknown, otherwise: string) => (typeof value === 'string' ? value : otherwise);
  const field = typeof body['field'] === 'string' ? body['field'] : undefined;
  return new Refused(
    response.status,
    words(body['title'], 'The server could not do that'),
    plain(words(body['detail'], response.statusText), field),
    field,
    body['theirs'],
    body['yours'],
  );
}

/** Asks who is there to sign in again; false when they would not. Set by the frame. */
let signInAgain: (() => Promise<boolean>) | null = null;
export function whenSignedOut(ask: () => Promise<boolean>): void {
  signInAgain = ask;
}

/** Asks who is there to sign in again; false when they would not. */
export const signAgain = (): Promise<boolean> => signInAgain?.() ?? Promise.resolve(false);

/** What was asked, as long as it may have to be asked once more. */
const asked = new Map<string, Request>();

const guard: Middleware = {
  onRequest({ request, id }) {
    if (request.method !== 'GET') {
      request.headers.set('X-XSRF-TOKEN', token());
    }
    asked.set(id, request.clone());
    return request;
  },
  async onResponse({ response, id, schemaPath }) {
    const again = asked.get(id);
    asked.delete(id);
    let answer = response;
    // The sign-in has ended meanwhile: what was asked is asked again once the password was given.
    if (response.status === 401 && again && schemaPath !== '/api/session' && signInAgain) {
      if (await signInAgain()) {
        if (again.method !== 'GET') again.headers.set('X-XSRF-TOKEN', token());
        answer = await fetch(again);
      }
    }
    if (!answer.ok) {
      throw await refusal(answer);
    }
    return answer;
  },
  onError({ id }) {
    asked.delete(id);
  },
};

export const api = createClient<paths>({ baseUrl: '', credentials: 'same-origin' });
api.use(guard);

/** The answer of a call; a refusal has been thrown before. */
export async function got<T>(call: Promise<{ data?: T }>): Promise<T> {
  return (await call).data as T;
}

/** Sends a file with progress (0 to 1); the answer is the body. */
export function send<T>(
  url: string,
  form: FormData,
  progress: (share: number) => void,
  signal?: AbortSignal,
): Promise<T> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open('POST', url);
    request.setRequestHeader('X-XSRF-TOKEN', token());
    request.upload.onprogress = (e) => progress(e.lengthComputable ? e.loaded / e.total : 0);
    request.onload = () => {
      if (request.status === 401 && signInAgain) {
        // The file is still at hand: it is sent once more after the password.
        void signInAgain().then((yes) =>
          yes
            ? send<T>(url, form, progress, signal).then(resolve, reject)
            : reject(new Refused(401, 'Not signed in', 'Nothing was kept; sign in and send it again.')),
        );
      } else if (request.status < 300) {
        resolve((request.responseText ? JSON.parse(request.responseText) : undefined) as T);
      } else {
        void refusal(
          new Response(request.responseText, { status: request.status, statusText: request.statusText }),
        ).then(reject);
      }
    };
    request.onerror = () =>
      reject(
        new Refused(0, 'No connection', 'The file did not arrive. It is still on your disk; try again.'),
      );
    request.onabort = () => reject(new Refused(0, 'Stopped', 'The upload was stopped; nothing was kept.'));
    signal?.addEventListener('abort', () => request.abort());
    request.send(form);
  });
}
