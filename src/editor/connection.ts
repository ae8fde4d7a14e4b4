/** The wire to an editor. */
import type { Readable, Writable } from "node:stream";
import {
  createConnection,
  StreamMessageReader,
  StreamMessageWriter,
  type Connection,
} from "vscode-languageserver/node";

/** A wire to an editor. */
export interface Wire {
  readonly connection: Connection;
  /** Comes when the editor has gone, even if it did not say so. */
  readonly isCut: Promise<void>;
}

/** Speaks the protocol over two streams, or over one that goes both ways. */
export function wireOver(input: Readable, output: Writable): Wire {
  const isCut = new Promise<void>((resolve) => {
    for (const event of ["end", "close"] as const) input.once(event, () => resolve());
  });
  return { connection: createConnection(new StreamMessageReader(input), new StreamMessageWriter(output)), isCut };
}
