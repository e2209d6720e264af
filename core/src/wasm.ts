/** WebAssembly modules that ship inside the code. Browser workers and Node have the engine alike; the core's own types know of neither. */
const { WebAssembly: engine } = globalThis as unknown as {
  WebAssembly: {
    Module: new (bytes: Uint8Array) => object;
    Instance: new (module: object, imports: object) => { readonly exports: unknown };
  };
};

/** Makes instances of a module, which is compiled when the first is asked for. @param base64 its binary */
export function instantiator<Exports>(base64: string): () => Exports {
  let compiled: object | undefined;
  return () => {
    compiled ??= new engine.Module(decode(base64));
    return new engine.Instance(compiled, {}).exports as Exports;
  };
}

const ALPHABET = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/';

function decode(base64: string): Uint8Array {
  const text = base64.replace(/=+$/, '');
  const out = new Uint8Array((text.length * 3) >> 2);
  for (let i = 0, held = 0, bits = 0, at = 0; i < text.length; i++) {
    held = ((held << 6) | ALPHABET.indexOf(text[i])) & 0xffffff;
    bits += 6;
    if (bits >= 8) out[at++] = (held >> (bits -= 8)) & 255;
  }
  return out;
}
