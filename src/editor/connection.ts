/** The wire to an editor. */
import type { Readable, Writable } from "node:stream";
import {
  createConnection,
  StreamMessageReader,
  StreamMessageWriter,
  type Connection,
} from "vscode-languageserver/node";

/** Speaks the protocol over two streams, or over one that goes both ways. */
export function connectionOver(input: Readable, output: Writable): Connection {
  return createConnection(new StreamMessageReader(input), new StreamMessageWriter(output));
}
