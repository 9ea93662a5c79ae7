import { hash, verify } from '@node-rs/argon2';

/** Argon2id with the parameters OWASP recommends: 19 MiB, two passes. */
const PARAMETERS = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

/** Hashes a password for storage. */
export function hashPassword(password: string): Promise<string> {
  return hash(password, PARAMETERS);
}

/** A hash that belongs to nobody: checked where there is no account, so that both cases take as long. */
const nobody = hashPassword('nobody has this password');

/**
 * Checks a password.
 * @param stored the stored hash, or null when there is no such account
 */
export async function passwordMatches(stored: string | null, password: string): Promise<boolean> {
  const matches = await verify(stored ?? (await nobody), password);
  return stored !== null && matches;
}
