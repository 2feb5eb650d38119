declare module '@sealsystems/ipp' {
  /** A message of the Internet Printing Protocol, RFC 8010: groups of named attributes, and a document's bytes. */
  export interface IppMessage {
    version?: string;
    operation?: string;
    statusCode?: string;
    id?: number;
    data?: Buffer;
    [group: string]: unknown;
  }
  export const parse: (bytes: Buffer) => IppMessage;
  export const serialize: (message: IppMessage) => Buffer;
  const ipp: { parse: typeof parse; serialize: typeof serialize };
  export default ipp;
}
