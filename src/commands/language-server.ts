/** `steady-shelf language-server`: the same engine in an editor. */
import { readFileSync } from "node:fs";
import { connect, type Socket } from "node:net";
import type { CommonOptions } from "./context.js";

/** What was typed: by what the editor is spoken to. */
export interface LanguageServerOptions extends CommonOptions {
  readonly socket?: number | undefined;
  readonly pipe?: string | undefined;
}

/** Runs until the editor goes; gives the exit code. Throws the system's error where nobody listens. */
export async function runLanguageServer({ socket, pipe }: LanguageServerOptions): Promise<number> {
  const { connectionOver } = await import("../editor/connection.js");
  const { shippedFile } = await import("../editor/shipped-file.js");
  const { serve } = await import("../editor/server.js");
  const wire = pipe === undefined && socket === undefined ? undefined : await reached({ socket, pipe });
  const connection = connectionOver(wire ?? process.stdin, wire ?? process.stdout);
  const manifest = readFileSync(shippedFile("package.json"), "utf8");
  await serve(connection, (JSON.parse(manifest) as { version: string }).version);
  return 0;
}

/** The editor waits at a port of this machine, or at a pipe. */
function reached({ socket, pipe }: Pick<LanguageServerOptions, "socket" | "pipe">): Promise<Socket> {
  return new Promise((resolve, reject) => {
    const wire = pipe === undefined ? connect(socket ?? 0, "127.0.0.1") : connect(pipe);
    wire.once("error", reject).once("connect", () => resolve(wire.off("error", reject)));
  });
}
