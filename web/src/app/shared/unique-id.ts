const BYTES = 16;

/**
 * Makes an id that nothing else has. `crypto.randomUUID` is there on secure origins alone; a workbench in a local network is
 * opened without.
 * @returns 32 hexadecimal digits
 * @see https://www.w3.org/TR/webcrypto/#Crypto-method-getRandomValues
 */
export const uniqueId = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(BYTES)), (byte) =>
    byte.toString(16).padStart(2, '0'),
  ).join('');
