/**
 * An editor without a screen: it speaks the Language Server Protocol over standard input and output to the built program, holds
 * unsaved documents, carries edits out, and renames files as an editor's tree does. The library at its end is the protocol's
 * own, so nothing of the server is trusted.
 */
// @ts-check
import { Buffer } from "node:buffer";
import { spawn } from "node:child_process";
import {
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmdirSync,
  rmSync,
  statSync,
  writeFileSync,
} from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";
import protocol from "vscode-languageserver-protocol/node";

const { createProtocolConnection, StreamMessageReader, StreamMessageWriter } = protocol;
const program = fileURLToPath(new URL("../../dist/bin.js", import.meta.url));

/** @param {string} text @param {number} offset @param {"utf-16" | "utf-8"} encoding */
export function positionAt(text, offset, encoding) {
  const before = text.slice(0, offset).split(/\r\n|\n|\r/);
  const line = before.at(-1) ?? "";
  return { line: before.length - 1, character: encoding === "utf-8" ? Buffer.byteLength(line) : line.length };
}

/** @param {string} text @param {{ line: number, character: number }} position @param {"utf-16" | "utf-8"} encoding */
export function offsetAt(text, { line, character }, encoding) {
  let start = 0;
  const ends = /\r\n|\n|\r/g;
  for (let at = 0; at < line; at += 1) {
    if (!ends.exec(text)) return text.length;
    start = ends.lastIndex;
  }
  const rest = /^[^\r\n]*/.exec(text.slice(start))?.[0] ?? "";
  if (encoding === "utf-16") return start + Math.min(character, rest.length);
  let [bytes, units] = [0, 0];
  for (const letter of rest) {
    if (bytes >= character) break;
    bytes += Buffer.byteLength(letter);
    units += letter.length;
  }
  return start + units;
}

/** The texts of a document after edits, which must neither touch nor stand in any order. */
function edited(text, edits, encoding) {
  const spans = edits.map(({ range, newText }) => ({
    start: offsetAt(text, range.start, encoding),
    end: offsetAt(text, range.end, encoding),
    newText,
  }));
  spans.sort((a, b) => a.start - b.start || a.end - b.end);
  spans.forEach(({ start }, index) => {
    if (index > 0 && start < spans[index - 1].end) throw new Error("The edits of a document overlap.");
  });
  return spans.reduceRight((all, { start, end, newText }) => all.slice(0, start) + newText + all.slice(end), text);
}

/**
 * A server that somebody else has started: what comes from it, what goes to it, when it has ended and with which code, and how
 * it is ended at once.
 * @typedef {{ input: import("node:stream").Readable, output: import("node:stream").Writable, ended: Promise<number | null>, kill: () => void }} Wire
 */
/** @typedef {{ encoding?: "utf-16" | "utf-8", options?: object, capabilities?: (all: any) => any, watches?: boolean, words?: string[], wire?: Wire }} EditorSettings */

/** One editor with one folder. */
export class Editor {
  /** Open documents by path: what is not saved, and the version. @type {Map<string, { text: string, version: number }>} */
  documents = new Map();
  /** Diagnostics by path. @type {Map<string, any[]>} */
  diagnostics = new Map();
  /** What the server has said, warnings and logs. @type {string[]} */
  messages = [];
  /** Titles of progress bars. @type {string[]} */
  bars = [];
  /** What is answered to a question of the server: the title of the action, or `undefined`. @type {(text: string, titles: string[]) => string | undefined} */
  answer = () => undefined;
  /** Whether an edit that asks for a look first is confirmed. @type {(edit: any) => boolean} */
  confirm = () => true;

  /**
   * @param {string} root
   * @param {EditorSettings} [settings]
   */
  constructor(
    root,
    { encoding = "utf-16", options = {}, capabilities = (all) => all, watches = true, words = [], wire } = {},
  ) {
    this.root = root;
    this.encoding = encoding;
    this.watches = watches;
    this.options = options;
    this.capabilities = capabilities({
      general: { positionEncodings: [encoding] },
      workspace: {
        applyEdit: true,
        workspaceFolders: true,
        workspaceEdit: {
          documentChanges: true,
          resourceOperations: ["create", "rename", "delete"],
          changeAnnotationSupport: {},
        },
        didChangeWatchedFiles: { dynamicRegistration: watches },
        fileOperations: { willRename: true, didRename: true, willCreate: true, didCreate: true, willDelete: true },
      },
      textDocument: {
        codeAction: { resolveSupport: { properties: ["edit"] }, dataSupport: true },
        rename: { prepareSupport: true },
        hover: { contentFormat: ["markdown"] },
      },
      window: { workDoneProgress: true },
    });
    const { input, output, ended, kill } = wire ?? this.#started(words);
    this.ended = ended;
    this.#kill = kill;
    this.connection = createProtocolConnection(new StreamMessageReader(input), new StreamMessageWriter(output));
    this.#answerServer();
    this.connection.listen();
  }

  /** A server in a process of its own. @param {string[]} words @returns {Wire} */
  #started(words) {
    const server = spawn(process.execPath, [program, "language-server", ...words], { stdio: ["pipe", "pipe", "pipe"] });
    server.stdin.on("error", () => undefined);
    server.stderr.on("data", (text) => this.messages.push(`stderr: ${text}`));
    return {
      input: server.stdout,
      output: server.stdin,
      ended: new Promise((resolve) => server.once("exit", (code) => resolve(code))),
      kill: () => server.kill("SIGKILL"),
    };
  }

  #answerServer() {
    const { connection } = this;
    connection.onNotification("textDocument/publishDiagnostics", ({ uri, diagnostics }) => {
      this.diagnostics.set(this.pathOf(uri), diagnostics);
      this.#heard?.();
    });
    for (const kind of ["showMessage", "logMessage"])
      connection.onNotification(`window/${kind}`, ({ message }) => this.messages.push(message));
    connection.onNotification("$/progress", ({ value }) => {
      if (value.kind === "begin") this.bars.push(value.title);
    });
    connection.onRequest("client/registerCapability", () => null);
    connection.onRequest("window/workDoneProgress/create", () => null);
    connection.onRequest("window/showMessageRequest", ({ message, actions = [] }) => {
      this.messages.push(message);
      const title = this.answer(
        message,
        actions.map((each) => each.title),
      );
      return actions.find((each) => each.title === title) ?? null;
    });
    connection.onRequest("workspace/applyEdit", ({ edit }) => {
      const asks = Object.values(edit.changeAnnotations ?? {}).some((each) => each.needsConfirmation);
      const applied = !asks || this.confirm(edit);
      if (applied) this.apply(edit);
      return { applied };
    });
  }

  /** @type {(() => void) | undefined} */
  #heard;
  /** @type {() => void} */
  #kill;

  /** Begins; gives the server's capabilities. */
  async begin() {
    const folder = { uri: pathToFileURL(this.root).href, name: "app" };
    const { capabilities } = await this.connection.sendRequest("initialize", {
      processId: process.pid,
      rootUri: null,
      workspaceFolders: [folder],
      capabilities: this.capabilities,
      initializationOptions: this.options,
    });
    await this.#notify("initialized", {});
    return capabilities;
  }

  /** Says good-bye; gives the exit code. */
  async end() {
    await this.connection.sendRequest("shutdown");
    await this.#notify("exit");
    return this.ended;
  }

  /** Ends the server at once, as a crash would. */
  async kill() {
    this.connection.dispose();
    this.#kill();
    await this.ended;
  }

  /** A server that is gone hears nothing, and that is no failure of the editor. @param {string} method @param {unknown} [params] */
  #notify(method, params) {
    return this.connection.sendNotification(method, params).catch(() => undefined);
  }

  /** Waits until diagnostics have come for which something holds. @param {() => boolean} holds */
  async until(holds, most = 90_000) {
    const end = Date.now() + most;
    while (!holds()) {
      if (Date.now() > end) throw new Error(`Waited in vain. ${this.messages.join("\n")}`);
      await new Promise((resolve) => {
        this.#heard = () => resolve(undefined);
        setTimeout(resolve, 50);
      });
    }
  }

  /** @param {string} path */
  uriOf(path) {
    return pathToFileURL(join(this.root, path)).href;
  }

  /** @param {string} uri */
  pathOf(uri) {
    return fileURLToPath(uri)
      .slice(this.root.length + 1)
      .replaceAll("\\", "/");
  }

  /** The text of a file as the editor shows it: without a byte-order mark. @param {string} path */
  text(path) {
    const open = this.documents.get(path);
    return open ? open.text : readFileSync(join(this.root, path), "utf8").replace(/^\ufeff/, "");
  }

  /** @param {string} path */
  open(path) {
    const text = this.text(path);
    this.documents.set(path, { text, version: 1 });
    return this.#notify("textDocument/didOpen", {
      textDocument: { uri: this.uriOf(path), languageId: "text", version: 1, text },
    });
  }

  /** @param {string} path */
  close(path) {
    this.documents.delete(path);
    return this.#notify("textDocument/didClose", { textDocument: { uri: this.uriOf(path) } });
  }

  /** Types into an open document: replaces what is between two offsets. @param {string} path @param {number} start @param {number} end @param {string} newText */
  type(path, start, end, newText) {
    const document = this.documents.get(path);
    if (!document) throw new Error(`${path} is not open.`);
    const { text } = document;
    const range = {
      start: positionAt(text, start, this.encoding),
      end: positionAt(text, end, this.encoding),
    };
    document.text = text.slice(0, start) + newText + text.slice(end);
    document.version += 1;
    return this.#notify("textDocument/didChange", {
      textDocument: { uri: this.uriOf(path), version: document.version },
      contentChanges: [{ range, text: newText }],
    });
  }

  /** Writes every open document to the disk. */
  saveAll() {
    for (const [path, { text }] of this.documents) this.#write(path, text);
  }

  /** Keeps the byte-order mark that a file has. @param {string} path @param {string} text */
  #write(path, text) {
    const file = join(this.root, path);
    const hasMark = existsSync(file) && readFileSync(file, "utf8").startsWith("\ufeff");
    mkdirSync(dirname(file), { recursive: true });
    writeFileSync(file, (hasMark ? "\ufeff" : "") + text);
    this.#tell([path]);
  }

  /** @param {string[]} paths */
  #tell(paths) {
    if (!this.watches) return;
    this.#notify("workspace/didChangeWatchedFiles", {
      changes: paths.map((path) => ({ uri: this.uriOf(path), type: existsSync(join(this.root, path)) ? 2 : 3 })),
    });
  }

  /** Carries an edit out: into open documents unsaved, into all others on the disk. @param {any} edit */
  apply(edit) {
    if (!edit) return;
    const changes = [
      ...(edit.documentChanges ?? []),
      ...Object.entries(edit.changes ?? {}).map(([uri, edits]) => ({ textDocument: { uri, version: null }, edits })),
    ];
    for (const change of changes) {
      if (change.kind === "rename") this.#move(this.pathOf(change.oldUri), this.pathOf(change.newUri));
      else if (change.kind === "create") this.#write(this.pathOf(change.uri), "");
      else if (change.kind === "delete") this.#remove(this.pathOf(change.uri));
      else this.#change(this.pathOf(change.textDocument.uri), change.textDocument.version, change.edits);
    }
  }

  /** @param {string} path @param {number | null} version @param {any[]} edits */
  #change(path, version, edits) {
    const document = this.documents.get(path);
    if (version !== null && version !== document?.version) throw new Error(`${path} has another version by now.`);
    if (!document) return this.#write(path, edited(this.text(path), edits, this.encoding));
    const text = edited(document.text, edits, this.encoding);
    // As an editor does: from the end to the beginning, each by itself.
    const sorted = [...edits].sort(
      (a, b) => b.range.start.line - a.range.start.line || b.range.start.character - a.range.start.character,
    );
    document.version += 1;
    this.#notify("textDocument/didChange", {
      textDocument: { uri: this.uriOf(path), version: document.version },
      contentChanges: sorted.map(({ range, newText }) => ({ range, text: newText })),
    });
    document.text = text;
  }

  /** @param {string} path */
  #remove(path) {
    rmSync(join(this.root, path));
    if (this.documents.has(path)) void this.close(path);
    this.#tell([path]);
  }

  /** Renames on the disk; documents that are open in it go along, unsaved as they are. @param {string} from @param {string} to */
  #move(from, to) {
    const open = [...this.documents].filter(([path]) => path === from || path.startsWith(`${from}/`));
    for (const [path] of open) void this.close(path);
    mkdirSync(dirname(join(this.root, to)), { recursive: true });
    renameSync(join(this.root, from), join(this.root, to));
    this.#prune(dirname(from));
    for (const [path, { text }] of open) {
      const at = to + path.slice(from.length);
      this.documents.set(at, { text, version: 1 });
      this.#notify("textDocument/didOpen", {
        textDocument: { uri: this.uriOf(at), languageId: "text", version: 1, text },
      });
    }
    this.#tell([from, to]);
  }

  /** A folder that nothing is left in goes, as with `move`. @param {string} folder */
  #prune(folder) {
    if (folder === "." || readdirSync(join(this.root, folder)).length > 0) return;
    rmdirSync(join(this.root, folder));
    this.#prune(dirname(folder));
  }

  /** Renames files or folders as a person does in the tree; gives the edit of the server. @param {...{ from: string, to: string }} renamings */
  async rename(...renamings) {
    const files = renamings.map(({ from, to }) => ({ oldUri: this.uriOf(from), newUri: this.uriOf(to) }));
    const edit = await this.connection.sendRequest("workspace/willRenameFiles", { files });
    this.apply(edit);
    for (const { from, to } of renamings) this.#move(from, to);
    await this.#notify("workspace/didRenameFiles", { files });
    return edit;
  }

  /** Makes an empty file as a person does. @param {string} path */
  async create(path) {
    const files = [{ uri: this.uriOf(path) }];
    const edit = await this.connection.sendRequest("workspace/willCreateFiles", { files });
    this.apply(edit);
    this.#write(path, "");
    await this.#notify("workspace/didCreateFiles", { files });
  }

  /** Deletes a file or folder as a person does. @param {string} path */
  async delete(path) {
    const files = [{ uri: this.uriOf(path) }];
    this.apply(await this.connection.sendRequest("workspace/willDeleteFiles", { files }));
    if (statSync(join(this.root, path)).isDirectory()) rmSync(join(this.root, path), { recursive: true });
    else this.#remove(path);
    await this.#notify("workspace/didDeleteFiles", { files });
  }

  /** The actions that are offered at a place. @param {string} path @param {number} start @param {number} [end] */
  actions(path, start, end = start, diagnostics = this.diagnostics.get(path) ?? []) {
    const text = this.text(path);
    const range = { start: positionAt(text, start, this.encoding), end: positionAt(text, end, this.encoding) };
    return this.connection.sendRequest("textDocument/codeAction", {
      textDocument: { uri: this.uriOf(path) },
      range,
      context: { diagnostics },
    });
  }

  /** Takes an action. @param {any} action */
  async take(action) {
    const { edit } = action.edit ? action : await this.connection.sendRequest("codeAction/resolve", action);
    this.apply(edit);
    return edit;
  }

  /** Asks about a place. @param {string} method @param {string} path @param {number} offset @param {object} [more] */
  at(method, path, offset, more = {}) {
    const position = positionAt(this.text(path), offset, this.encoding);
    return this.connection.sendRequest(method, { textDocument: { uri: this.uriOf(path) }, position, ...more });
  }
}
