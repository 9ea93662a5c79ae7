import { say } from '@tovlet/core/locale/say';
import { HttpErrorResponse } from '@angular/common/http';
import type { Problem } from '@tovlet/core/contracts/studio';

/** Tells a problem of the server's from other bodies. */
function isProblem(body: unknown): body is Problem {
  return typeof body === 'object' && body !== null && 'title' in body && 'status' in body;
}

/**
 * Reads what a failed request says.
 * @returns the server's problem; one of our own words where it sent none, as when it cannot be reached
 */
export function problemFrom(error: unknown): Problem {
  if (error instanceof HttpErrorResponse) {
    const body: unknown = error.error;
    if (isProblem(body)) return body;
    if (error.status === 0) {
      return {
        type: 'urn:tovlet:problem:offline',
        title: say`Tovlet cannot be reached`,
        status: 0,
        detail: say`Tovlet cannot be reached. What you typed is kept here; try again in a moment.`,
      };
    }
    return {
      type: 'about:blank',
      title: error.statusText,
      status: error.status,
      detail: say`Tovlet answered with status ${error.status}.`,
    };
  }
  return {
    type: 'about:blank',
    title: say`Something went wrong`,
    status: 0,
    detail: error instanceof Error ? error.message : String(error),
  };
}

/** One sentence for a notice. */
export function problemText(error: unknown): string {
  const problem = problemFrom(error);
  return problem.detail ?? problem.title;
}

/**
 * What a refused save tells of the thing as it is now, so that the next save can be made on that.
 * @param name what the server calls it: medium, term, person, entry
 * @returns null where the failure says nothing of it
 */
export function currentOf<Thing>(error: unknown, name: string): Thing | null {
  const current = problemFrom(error).current?.[name];
  // The server sends what the contract of the same name describes.
  return (current ?? null) as Thing | null;
}

/**
 * Waits for something that may be gone.
 * @returns null where the server says that it is not there
 * @throws every other failure: that the server is away does not mean that the thing is gone
 */
export async function nullWhereGone<Thing>(request: Promise<Thing>): Promise<Thing | null> {
  try {
    return await request;
  } catch (error) {
    if (problemFrom(error).status === 404) return null;
    throw error;
  }
}
