/** Thrown where a grid of vectors would have to be filled in the thread of the page. */
class NotFilled extends Error {}

/** Makes filling a grid end at once: the threads of a run fill it, and the page reads it when they have. */
export const noFilling = (): void => {
  throw new NotFilled();
};

/** The result of a reading of fields; undefined while a grid of vectors that it needs is not filled. */
export function whereFilled<T>(read: () => T): T | undefined {
  try {
    return read();
  } catch (error) {
    if (error instanceof NotFilled) return undefined;
    throw error;
  }
}
