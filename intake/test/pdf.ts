/** PDFs for specifications, written by hand: a page's content and whatever objects it needs. */

export interface Drawn {
  readonly content: string;
  /** Entries of the resource dictionary. */
  readonly resources?: string;
  /** Further entries of the page, and of the catalog. */
  readonly page?: string;
  readonly catalog?: string;
  /** Objects from number 10 on, each a dictionary or array; streams as [dictionary, data]. */
  readonly objects?: readonly (string | readonly [string, string | Uint8Array])[];
  /** Points. */
  readonly size?: readonly [number, number];
}

/** One inch square unless a size is given. Objects 1 to 4 are catalog, pages, page and content. */
export function pdf({
  content,
  resources = '',
  page = '',
  catalog = '',
  objects = [],
  size = [72, 72],
}: Drawn): Uint8Array {
  const bodies = new Map<number, Buffer>();
  const put = (number: number, body: string) => bodies.set(number, Buffer.from(body, 'latin1'));
  const stream = (number: number, dict: string, data: string | Uint8Array) => {
    const bytes = Buffer.from(data as string, 'latin1');
    bodies.set(
      number,
      Buffer.concat([
        Buffer.from(`<< ${dict} /Length ${bytes.length} >>\nstream\n`, 'latin1'),
        bytes,
        Buffer.from('\nendstream'),
      ]),
    );
  };
  put(1, `<< /Type /Catalog /Pages 2 0 R ${catalog} >>`);
  put(2, '<< /Type /Pages /Kids [3 0 R] /Count 1 >>');
  put(
    3,
    `<< /Type /Page /Parent 2 0 R /MediaBox [0 0 ${size.join(' ')}] /Contents 4 0 R /Resources << ${resources} >> ${page} >>`,
  );
  stream(4, '', content);
  objects.forEach((object, i) => {
    if (typeof object === 'string') put(10 + i, object);
    else stream(10 + i, object[0], object[1]);
  });
  const parts = [Buffer.from('%PDF-1.6\n')];
  let at = parts[0].length;
  const offsets = new Map<number, number>();
  for (const [number, body] of bodies) {
    offsets.set(number, at);
    const part = Buffer.concat([Buffer.from(`${number} 0 obj\n`), body, Buffer.from('\nendobj\n')]);
    parts.push(part);
    at += part.length;
  }
  const last = Math.max(...bodies.keys());
  const entry = (number: number) =>
    offsets.has(number)
      ? `${String(offsets.get(number)).padStart(10, '0')} 00000 n \n`
      : '0000000000 65535 f \n';
  const table = Array.from({ length: last + 1 }, (_, number) => entry(number)).join('');
  parts.push(
    Buffer.from(
      `xref\n0 ${last + 1}\n${table}trailer\n<< /Size ${last + 1} /Root 1 0 R >>\nstartxref\n${at}\n%%EOF\n`,
    ),
  );
  return new Uint8Array(Buffer.concat(parts));
}

/** Object 10 is a spot of this name, full tint as 30 % cyan. */
export const spot = (name: string): string =>
  `[/Separation /${name} /DeviceCMYK << /FunctionType 2 /Domain [0 1] /C0 [0 0 0 0] /C1 [0.3 0 0 0] /N 1 >>]`;
