/** `steady-shelf language-server`: the same engine in an editor. */
import { readFileSync } from "node:fs";
import { connect, type Socket } from "node:net";
import type { CommonOptions } from "./context.js";

/** What was typed: by what the editor is spoken to. */
export interface LanguageServerOptions extends CommonOptions {
  readonly socket?: number | undefined;
  readonly pipe?: string | undefined;
}

/** Runs until the editor goes; gives the exit code, which is 1 where it went without a word. Throws the system's error where nobody listens. */
export async function runLanguageServer({ socket, pipe }: LanguageServerOptions): Promise<number> {
  const { wireOver } = await import("../editor/connection.js");
  const { shippedFile } = await import("../editor/shipped-file.js");
  const { serve } = await import("../editor/server.js");
  const wire = pipe === undefined && socket === undefined ? undefined : await reached({ socket, pipe });
  const manifest = readFileSync(shippedFile("package.json"), "utf8");
  const { version } = JSON.parse(manifest) as { version: string };
  return (await serve(wireOver(wire ?? process.stdin, wire ?? process.stdout), version)) ? 0 : 1;
}

/** The editor waits at a port of this machine, or at a pipe. */
function reached({ socket, pipe }: Pick<LanguageServerOptions, "socket" | "pipe">): Promise<Socket> {
  return new Promise((resolve, reject) => {
    const wire = pipe === undefined ? connect(socket ?? 0, "127.0.0.1") : connect(pipe);
    wire.once("error", reject).once("connect", () => resolve(wire.off("error", reject)));
  });
}
