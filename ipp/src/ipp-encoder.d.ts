/** The part of ipp-encoder that is used here; it ships without types. */
declare module 'ipp-encoder' {
  interface EncodedAttribute {
    readonly tag: number;
    readonly name: string;
    readonly value: unknown;
  }
  interface Message {
    readonly version: { readonly major: number; readonly minor: number };
    readonly requestId: number;
    readonly operationId?: number;
    readonly statusCode?: number;
    readonly groups: readonly {
      readonly tag: number;
      readonly attributes: readonly EncodedAttribute[];
    }[];
  }
  interface Coder {
    decode: ((buffer: Buffer) => Message) & { readonly bytes: number };
    encode(message: Message, buffer: Buffer): Buffer;
    encodingLength(message: Message): number;
  }
  const ipp: {
    readonly CONSTANTS: Readonly<Record<string, number>>;
    readonly request: Coder;
    readonly response: Coder;
  };
  export default ipp;
}
