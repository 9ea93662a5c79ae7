/** What people wrote went beyond a limit of time, memory or size and was ended. */
export class SandboxStopped extends Error {
  override readonly name = 'SandboxStopped';
}

/** What people wrote is wrong as it is written. */
export class SandboxFaulty extends Error {
  override readonly name = 'SandboxFaulty';

  /** @param line the line of the mistake, counted from 1 */
  constructor(
    message: string,
    readonly line: number,
  ) {
    super(message);
  }
}

/** Too much waits for its turn; it may be asked again in a moment. */
export class SandboxBusy extends Error {
  override readonly name = 'SandboxBusy';
}
