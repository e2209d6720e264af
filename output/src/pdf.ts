/**
 * Plates as a PDF that the machine prints: process ink as one picture, each special as a picture in a Separation of the
 * machine's own name, all overprinting, so that separated again they are the same plates. Written as it comes: no picture is
 * held whole. Source: ISO 32000-2, 7.5 (file structure), 8.6.6.4 (Separation), 8.6.7 (overprint), 8.9 (images);
 * ISO 15930-7 for what PDF/X-4 asks of the structure.
 */
import { closeSync, openSync, writeSync } from 'node:fs';
import { createDeflate, deflateSync, type Deflate } from 'node:zlib';
import type { PixelBox } from '@kyanos/core';

export interface PdfSize {
  readonly width: number;
  readonly height: number;
  readonly dpi: number;
  /** The finished size, pixels. */
  readonly trim: PixelBox;
}

export interface PdfTitle {
  readonly title: string;
  readonly createdAt: Date;
  /** The printing condition, as an ICC profile of four inks, and its name. */
  readonly profile: Uint8Array;
  readonly condition: string;
}

/** How a special looks on a screen; what matters is its plate. */
const STAND_INS: Readonly<Record<string, readonly number[]>> = {
  W: [0.12, 0.04, 0, 0],
  S: [0, 0, 0, 0.35],
  V: [0.1, 0, 0.05, 0],
  P: [0, 0, 0.06, 0.04],
};

/** Colour as one picture of four inks, or one ink by its name. */
export type PdfPicture =
  | { readonly kind: 'process' }
  | { readonly kind: 'spot'; readonly name: string; readonly channel: string };

/** Four decimals: more, in numbers and functions, some interpreters read wrong. */
const n = (value: number) => Number(value.toFixed(4)).toString();
const nameOf = (text: string) =>
  `/${[...Buffer.from(text, 'utf8')]
    .map((byte) =>
      /[A-Za-z0-9_.-]/.test(String.fromCharCode(byte))
        ? String.fromCharCode(byte)
        : `#${byte.toString(16).padStart(2, '0')}`,
    )
    .join('')}`;
/** Text as UTF-16 with its byte order mark, in hexadecimal. */
const text = (words: string) => `<feff${Buffer.from(words, 'utf16le').swap16().toString('hex')}>`;
const dateOf = (date: Date) => `(D:${date.toISOString().replace(/\D/g, '').slice(0, 14)}Z)`;

export class PdfWriter {
  readonly #handle: number;
  readonly #size: PdfSize;
  readonly #title: PdfTitle;
  readonly #offsets = new Map<number, number>();
  readonly #pictures: { readonly id: number; readonly state: 'knock' | 'over' }[] = [];
  #next = 10;
  #at = 0;

  constructor(path: string, size: PdfSize, title: PdfTitle) {
    this.#handle = openSync(path, 'w');
    this.#size = size;
    this.#title = title;
    // Bytes above 127 tell that the file is not text.
    this.#put(Buffer.from('%PDF-1.6\n%\xe2\xe3\xcf\xd3\n', 'latin1'));
  }

  /** @param bands rows in order: four interleaved inks, or one, a byte each; 255 is full */
  async picture(what: PdfPicture, bands: AsyncIterable<Uint8Array>): Promise<void> {
    const { width, height } = this.#size;
    const space = what.kind === 'process' ? '/DeviceCMYK' : `${this.#space(what)} 0 R`;
    const [id, length] = [this.#id(), this.#id()];
    this.#begin(id);
    this.#put(
      `<< /Type /XObject /Subtype /Image /Width ${width} /Height ${height} /ColorSpace ${space} /BitsPerComponent 8 /Interpolate false /Filter /FlateDecode /Length ${length} 0 R >>\nstream\n`,
    );
    const from = this.#at;
    const packer = createDeflate({ level: 6 });
    const written = this.#drain(packer);
    for await (const band of bands)
      if (!packer.write(band.slice())) await new Promise((done) => packer.once('drain', done));
    packer.end();
    await written;
    const bytes = this.#at - from;
    this.#put('\nendstream\nendobj\n');
    this.#object(length, String(bytes));
    this.#pictures.push({ id, state: what.kind === 'process' ? 'knock' : 'over' });
  }

  close(): void {
    const { width, height, dpi, trim } = this.#size;
    const { title, createdAt, profile, condition } = this.#title;
    const points = (px: number) => (px * 72) / dpi;
    const [w, h] = [points(width), points(height)];
    const box = (left: number, top: number, right: number, bottom: number) =>
      `[${[left, height - bottom, right, height - top].map((px) => n(points(px))).join(' ')}]`;
    const content = deflateSync(
      Buffer.from(
        this.#pictures
          .map(({ state }, i) => `q /${state} gs ${n(w)} 0 0 ${n(h)} 0 0 cm /P${i} Do Q`)
          .join('\n'),
      ),
    );
    const whole = box(0, 0, width, height);
    this.#object(1, '<< /Type /Catalog /Pages 2 0 R /OutputIntents [5 0 R] /Metadata 7 0 R >>');
    this.#object(2, '<< /Type /Pages /Kids [3 0 R] /Count 1 >>');
    this.#object(
      3,
      `<< /Type /Page /Parent 2 0 R /MediaBox ${whole} /BleedBox ${whole} /TrimBox ${box(trim.left, trim.top, trim.right, trim.bottom)} /Contents 4 0 R /Resources << /ExtGState << /knock << /Type /ExtGState /OP false /op false /OPM 0 >> /over << /Type /ExtGState /OP true /op true /OPM 1 >> >> /XObject << ${this.#pictures.map(({ id }, i) => `/P${i} ${id} 0 R`).join(' ')} >> >> >>`,
    );
    this.#stream(4, '/Filter /FlateDecode', content);
    this.#object(
      5,
      `<< /Type /OutputIntent /S /GTS_PDFX /OutputConditionIdentifier (Custom) /Info ${text(condition)} /DestOutputProfile 6 0 R >>`,
    );
    this.#stream(6, '/N 4 /Filter /FlateDecode', deflateSync(profile));
    this.#stream(7, '/Type /Metadata /Subtype /XML', Buffer.from(metadata(title, createdAt)));
    this.#object(
      8,
      `<< /Title ${text(title)} /Producer (Kyanos) /CreationDate ${dateOf(createdAt)} /ModDate ${dateOf(createdAt)} /Trapped /False /GTS_PDFXVersion (PDF/X-4) >>`,
    );
    this.#table();
    closeSync(this.#handle);
  }

  #id = (): number => this.#next++;

  /** A Separation with a straight way to its stand-in. */
  #space({ name, channel }: Extract<PdfPicture, { kind: 'spot' }>): number {
    const id = this.#id();
    // Several inks of a role look alike; black lays block-out.
    const full = STAND_INS[channel[0]] ?? [0, 0, 0, 1];
    this.#object(
      id,
      `[/Separation ${nameOf(name)} /DeviceCMYK << /FunctionType 2 /Domain [0 1] /C0 [0 0 0 0] /C1 [${full.map(n).join(' ')}] /N 1 >>]`,
    );
    return id;
  }

  async #drain(packer: Deflate): Promise<void> {
    for await (const part of packer) this.#put(part as Buffer);
  }

  #begin(id: number): void {
    this.#offsets.set(id, this.#at);
    this.#put(`${id} 0 obj\n`);
  }

  #object(id: number, body: string): void {
    this.#begin(id);
    this.#put(`${body}\nendobj\n`);
  }

  #stream(id: number, entries: string, bytes: Uint8Array): void {
    this.#begin(id);
    this.#put(`<< ${entries} /Length ${bytes.length} >>\nstream\n`);
    this.#put(bytes);
    this.#put('\nendstream\nendobj\n');
  }

  /** Numbers that were not used are free. */
  #table(): void {
    const begin = this.#at;
    const entry = (id: number) => {
      const offset = this.#offsets.get(id);
      return offset === undefined
        ? '0000000000 65535 f \n'
        : `${String(offset).padStart(10, '0')} 00000 n \n`;
    };
    this.#put(`xref\n0 ${this.#next}\n`);
    this.#put(Array.from({ length: this.#next }, (_, id) => entry(id)).join(''));
    const id = Buffer.from(`${this.#title.title}${this.#title.createdAt.getTime()}`)
      .toString('hex')
      .padEnd(32, '0')
      .slice(0, 32);
    this.#put(
      `trailer\n<< /Size ${this.#next} /Root 1 0 R /Info 8 0 R /ID [<${id}> <${id}>] >>\nstartxref\n${begin}\n%%EOF\n`,
    );
  }

  #put(part: string | Uint8Array): void {
    const bytes = typeof part === 'string' ? Buffer.from(part, 'latin1') : part;
    for (let done = 0; done < bytes.length;)
      done += writeSync(this.#handle, bytes, done, bytes.length - done);
    this.#at += bytes.length;
  }
}

const escaped = (words: string) =>
  words.replace(/[&<>]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;' })[c]!);

const metadata = (
  title: string,
  date: Date,
): string => `<?xpacket begin="\uFEFF" id="W5M0MpCehiHzreSzNTczkc9d"?>
<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:xmp="http://ns.adobe.com/xap/1.0/" xmlns:pdf="http://ns.adobe.com/pdf/1.3/" xmlns:pdfxid="http://www.npes.org/pdfx/ns/id/">
<dc:title><rdf:Alt><rdf:li xml:lang="x-default">${escaped(title)}</rdf:li></rdf:Alt></dc:title>
<xmp:CreateDate>${date.toISOString()}</xmp:CreateDate><xmp:ModifyDate>${date.toISOString()}</xmp:ModifyDate><xmp:MetadataDate>${date.toISOString()}</xmp:MetadataDate>
<pdf:Trapped>False</pdf:Trapped><pdfxid:GTS_PDFXVersion>PDF/X-4</pdfxid:GTS_PDFXVersion>
</rdf:Description></rdf:RDF></x:xmpmeta>
<?xpacket end="w"?>`;
