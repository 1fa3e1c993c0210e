import { defaultOptions, Upload, type DetailedError } from 'tus-js-client';
import { refusal, Refused, signAgain, token } from './client';

/** So much goes at once; a dropped line costs no more than this. */
const PART = 8 * 1024 * 1024;
const WAITS = [0, 1000, 3000, 5000, 10_000, 20_000, 30_000, 60_000];

const endpoint = (production: string): string => `/api/productions/${production}/uploads`;

/** The next time the same file is sent, it is sent anew. */
export async function forget(production: string, file: File): Promise<void> {
  for (const before of await new Upload(file, { endpoint: endpoint(production) }).findPreviousUploads())
    await defaultOptions.urlStorage.removeUpload(before.urlStorageKey);
}

/**
 * Sends a file in parts, and goes on where the same file was left; the answer is the id of the
 * upload. It is known until it is forgotten: when what follows fails, nothing is sent twice.
 *
 * @param progress 0 to 1
 */
export function sendInParts(
  production: string,
  file: File,
  progress: (share: number) => void,
  signal: AbortSignal,
): Promise<string> {
  return new Promise((resolve, reject) => {
    const kept = 'What has arrived is kept: send the same file again and it goes on from there.';
    const upload = new Upload(file, {
      endpoint: endpoint(production),
      chunkSize: PART,
      retryDelays: WAITS,
      metadata: { filename: file.name },
      onBeforeRequest: (request) => request.setHeader('X-XSRF-TOKEN', token()),
      onShouldRetry: (e) => {
        const status = e.originalResponse?.getStatus() ?? 0;
        return status < 400 || status === 409 || status >= 500;
      },
      onProgress: (sent, all) => progress(all > 0 ? sent / all : 0),
      onSuccess: () => resolve(upload.url?.split('/').pop() ?? ''),
      onError: (e) => {
        const answer = (e as DetailedError).originalResponse;
        if (answer?.getStatus() === 401) {
          void signAgain().then((yes) =>
            yes ? upload.start() : reject(new Refused(401, 'Not signed in', kept)),
          );
        } else if (answer && answer.getStatus() >= 400) {
          void refusal(new Response(answer.getBody(), { status: answer.getStatus() })).then(reject);
        } else {
          reject(new Refused(0, 'No connection', kept));
        }
      },
    });
    signal.addEventListener('abort', () => {
      void upload.abort();
      reject(new Refused(0, 'Stopped', `It was stopped. ${kept}`));
    });
    void upload.findPreviousUploads().then((before) => {
      if (before[0]) upload.resumeFromPreviousUpload(before[0]);
      upload.start();
    });
  });
}
