/** A stand-in for a store that speaks the protocol S3; it comes without types of its own. */
declare module 's3rver' {
  import type { AddressInfo } from 'node:net';

  interface Options {
    readonly port: number;
    readonly address: string;
    readonly silent: boolean;
    readonly directory: string;
    readonly configureBuckets: readonly { readonly name: string; readonly configs: readonly string[] }[];
  }

  export default class S3rver {
    constructor(options: Options);
    run(): Promise<AddressInfo>;
    close(): Promise<void>;
  }
}
