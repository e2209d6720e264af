/** Plates on disk, one plane after another, and bands read from them. */
import { closeSync, openSync, readSync, writeSync } from 'node:fs';
import { BAND_ROWS, type Band, type Raster } from '@kyanos/core';

export interface PlanarFile {
  readonly path: string;
  readonly width: number;
  readonly height: number;
  readonly dpi: number;
  readonly channels: readonly string[];
  /** Where the first plane begins. */
  readonly offset: number;
  /** Stored as light (255 is no ink). */
  readonly inverted: boolean;
}

/** The planes are read anew in each run; their buffers are used again from band to band. */
export function planarRaster(file: PlanarFile): Raster {
  const { width, height, dpi, channels } = file;
  return {
    width,
    height,
    dpi,
    channels,
    *bands(): Generator<Band> {
      const handle = openSync(file.path, 'r');
      try {
        const buffers = channels.map(() => new Uint8Array(BAND_ROWS * width));
        for (let top = 0; top < height; top += BAND_ROWS) {
          const rows = Math.min(BAND_ROWS, height - top);
          const planes = buffers.map((buffer, channel) => {
            const plane = buffer.subarray(0, rows * width);
            readFully(handle, plane, file.offset + (channel * height + top) * width);
            if (file.inverted) invert(plane);
            return plane;
          });
          yield { top, rows, planes };
        }
      } finally {
        closeSync(handle);
      }
    },
  };
}

/** Four bytes at a time: the buffers begin on word boundaries. */
function invert(plane: Uint8Array): void {
  const words = new Uint32Array(plane.buffer, plane.byteOffset, plane.length >> 2);
  for (let i = 0; i < words.length; i++) words[i] = ~words[i];
  for (let i = words.length << 2; i < plane.length; i++) plane[i] = 255 - plane[i];
}

function readFully(handle: number, into: Uint8Array, position: number): void {
  for (let done = 0; done < into.length;) {
    const read = readSync(handle, into, done, into.length - done, position + done);
    if (read === 0) throw new Error('The plate file ends before its last row.');
    done += read;
  }
}

/** Writes planes band by band, each to its own place in the file. */
export class PlanarWriter {
  readonly #file: PlanarFile;
  readonly #handle: number;

  constructor(file: PlanarFile) {
    this.#file = file;
    this.#handle = openSync(file.path, 'w');
  }

  write(top: number, planes: readonly Uint8Array[]): void {
    const { height, width, offset } = this.#file;
    planes.forEach((plane, channel) => {
      const position = offset + (channel * height + top) * width;
      for (let done = 0; done < plane.length;)
        done += writeSync(this.#handle, plane, done, plane.length - done, position + done);
    });
  }

  close(): void {
    closeSync(this.#handle);
  }
}
