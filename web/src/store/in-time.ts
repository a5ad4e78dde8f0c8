/** What was asked gave no answer in time; it may still come. */
export class NoAnswerError extends Error {
  override readonly name = 'NoAnswerError';
}

/**
 * What a promise gives, or a refusal where that takes too long.
 * @param limit milliseconds
 * @throws NoAnswerError
 */
export function inTime<T>(promise: Promise<T>, limit: number): Promise<T> {
  return new Promise((resolve, reject) => {
    const timer = setTimeout(() => reject(new NoAnswerError(`no answer in ${limit} ms`)), limit);
    promise.then(
      (value) => {
        clearTimeout(timer);
        resolve(value);
      },
      (error: unknown) => {
        clearTimeout(timer);
        reject(error);
      },
    );
  });
}
