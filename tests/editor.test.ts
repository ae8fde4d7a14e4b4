/** The language server, driven by an editor without a screen that speaks the protocol with the protocol's own library. */
import { spawn } from "node:child_process";
import { cpSync, existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { createServer, type Socket } from "node:net";
import { join } from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";
import { afterEach, describe, expect, test } from "vitest";
import { Editor, type EditorSettings } from "../scripts/judges/editor.mjs";
import { commitAll, demoCopy, fingerprint, folderWith, layeredDemo, programWords, run, serverHere } from "./program.js";

/** What the protocol's messages look like, as far as it is looked at here. */
interface Action {
  readonly title: string;
  readonly kind: string;
  readonly isPreferred?: boolean;
  readonly command?: { readonly command: string; readonly arguments: readonly unknown[] };
  readonly diagnostics?: readonly unknown[];
}
interface Diagnostic {
  readonly code: string;
  readonly message: string;
  readonly severity: number;
  readonly range: { readonly start: { readonly line: number; readonly character: number } };
  readonly codeDescription: { readonly href: string };
  readonly relatedInformation: readonly { readonly location: { readonly uri: string } }[];
}

const editors: Editor[] = [];
afterEach(async () => {
  for (const editor of editors.splice(0)) await editor.kill();
});

/** An editor that has begun, with a server in this process. */
async function editorIn(root: string, settings: EditorSettings = {}): Promise<Editor> {
  return begun(new Editor(root, { wire: await serverHere(), ...settings }));
}

/** An editor that has begun, with a server in a process of its own. */
const editorAlone = (root: string, settings: EditorSettings = {}): Promise<Editor> => begun(new Editor(root, settings));

async function begun(editor: Editor): Promise<Editor> {
  editors.push(editor);
  await editor.begin();
  return editor;
}

const leave = { options: { companions: "leave", findings: false } };

const rulesAt = (editor: Editor, path: string): string[] =>
  (editor.diagnostics.get(path) ?? []).map((each) => (each as Diagnostic).code);

describe("beginning and ending", () => {
  test("it says what it can do, and ends as it is told to", async () => {
    const editor = new Editor(demoCopy());
    editors.push(editor);
    const capabilities = (await editor.begin()) as Record<string, unknown>;
    expect(capabilities).toMatchObject({
      positionEncoding: "utf-16",
      textDocumentSync: { openClose: true, change: 2 },
      hoverProvider: true,
      renameProvider: { prepareProvider: true },
      codeActionProvider: { resolveProvider: true },
      workspace: { fileOperations: { willRename: { filters: [{ scheme: "file", pattern: { glob: "**/*" } }] } } },
    });
    expect(await editor.end()).toBe(0);
    expect(editor.messages.filter((each) => each.startsWith("stderr"))).toEqual([]);
  });

  test("over a port or a pipe at which the editor waits", async () => {
    for (const where of ["socket", "pipe"] as const) {
      const server = createServer();
      const pipe = join(folderWith({ "a.txt": "" }, { git: false }), "pipe");
      await new Promise<void>((resolve) =>
        where === "pipe" ? server.listen(pipe, resolve) : server.listen(0, "127.0.0.1", resolve),
      );
      const address = server.address();
      const port = typeof address === "object" && address ? String(address.port) : pipe;
      const met = new Promise<string>((resolve) =>
        server.once("connection", (socket) => {
          const body = JSON.stringify({
            jsonrpc: "2.0",
            id: 1,
            method: "initialize",
            params: { processId: null, capabilities: {}, rootUri: null },
          });
          socket.write(`Content-Length: ${body.length}\r\n\r\n${body}`);
          let said = "";
          socket.on("data", (text) => {
            said += text.toString();
            if (said.includes("serverInfo")) resolve(said);
          });
        }),
      );
      const editor = new Editor(demoCopy(), { words: [`--${where}`, port] });
      editors.push(editor);
      expect(await met).toContain('"name":"steady-shelf"');
      server.close();
    }
  });

  test("an editor that has gone without a word leaves no server behind", async () => {
    const [node, bin] = programWords;
    for (const where of ["stdio", "pipe"] as const) {
      const pipe = join(folderWith({ "a.txt": "" }, { git: false }), "pipe");
      const listening = createServer();
      await new Promise<void>((resolve) => listening.listen(pipe, resolve));
      const socket = new Promise<Socket>((resolve) => listening.once("connection", resolve));
      const server = spawn(node, [bin, "language-server", ...(where === "pipe" ? ["--pipe", pipe] : [])]);
      const ended = new Promise((resolve) => server.once("exit", resolve));
      const [input, output] = where === "pipe" ? [await socket, await socket] : [server.stdout, server.stdin];
      listening.close();
      const wire = { input, output, ended: Promise.resolve(0), kill: () => output.destroy() };
      const editor = await begun(new Editor(layeredDemo(), { wire }));
      await editor.until(() => editor.diagnostics.size > 0);
      await editor.kill();
      expect(await ended).toBe(1);
    }
  });

  test("two ways at once, or a port at which nobody listens, are refused in words", async () => {
    const root = demoCopy();
    expect(await run(root, ["language-server", "--stdio", "--pipe", "x"])).toMatchObject({
      code: 2,
      err: expect.stringContaining("Give one of --stdio, --socket and --pipe.") as string,
    });
    expect(await run(root, ["language-server", "--pipe", join(root, "nobody")])).toMatchObject({
      code: 3,
      err: expect.stringContaining("could not be read or written") as string,
    });
  });

  test("a folder that is no app is said once, in the log, and the rest goes on", async () => {
    const root = folderWith({ "notes.txt": "see\n", "more.txt": "" });
    const editor = await editorIn(root);
    await editor.until(() => editor.messages.length > 0);
    await editor.open("notes.txt");
    await editor.type("notes.txt", 0, 0, "x");
    await new Promise((resolve) => setTimeout(resolve, 1000));
    expect(editor.messages).toHaveLength(1);
    expect(editor.messages[0]).toMatch(/how this app is built|stack/i);
    expect(await editor.rename({ from: "notes.txt", to: "kept/notes.txt" })).toBeNull();
  });
});

describe("renaming files", () => {
  const renames: readonly (readonly [from: string, to: string])[] = [
    ["src/screens/formatYield.ts", "src/helpers/formatYield.ts"],
    ["src/components/TreeCard", "src/features/trees/TreeCard"],
    ["src/components/DataTable.tsx", "src/components/table/OrchardTable.tsx"],
    ["src/assets/images/logo.svg", "src/assets/mark.svg"],
    ["src/screens", "src/pages"],
    ["src/components/index.ts", "src/components/all.ts"],
  ];

  test.each(["utf-16", "utf-8"] as const)(
    "ends in the same bytes as `move`, with edits in other documents that are not saved (%s)",
    async (encoding) => {
      const [ofEditor, ofCommand] = [layeredDemo(), layeredDemo()];
      const editor = await editorIn(ofEditor, { encoding, ...leave });
      for (const path of ["src/screens/HarvestScreen.tsx", "src/components/RotaTable.tsx", "src/App.tsx"])
        await editor.open(path);
      await editor.type("src/screens/HarvestScreen.tsx", 0, 0, "// größer 🍏, not saved\n\n");
      const table = editor.text("src/components/RotaTable.tsx");
      const quote = table.indexOf("./DataTable");
      await editor.type("src/components/RotaTable.tsx", quote, quote + "./DataTable".length, "../components/DataTable");
      for (const [path, { text }] of editor.documents) writeFileSync(join(ofCommand, path), text);
      for (const [from, to] of renames) {
        const edit = (await editor.rename({ from, to })) as object | null;
        expect(edit, from).not.toBeNull();
        const moved = await run(ofCommand, ["move", "--alone", from, to, "--write"]);
        expect(moved, moved.err).toMatchObject({ code: 0 });
      }
      expect(readFileSync(join(ofEditor, "src/pages/HarvestScreen.tsx"), "utf8")).not.toContain("not saved");
      editor.saveAll();
      expect(fingerprint(ofEditor)).toBe(fingerprint(ofCommand));
      expect(editor.messages.filter((each) => !each.startsWith("Possible references"))).toEqual([]);
    },
  );

  test("several at once, and a swap by way of a third name", async () => {
    const root = layeredDemo();
    const editor = await editorIn(root, leave);
    await editor.rename(
      { from: "src/helpers/dates.ts", to: "src/lib/dates.ts" },
      { from: "src/helpers/weights.ts", to: "src/lib/weights.ts" },
    );
    expect(readFileSync(join(root, "src/screens/formatYield.ts"), "utf8")).toContain('"../lib/weights"');
    for (const [from, to] of [
      ["lib/dates", "lib/aside"],
      ["lib/weights", "lib/dates"],
      ["lib/aside", "lib/weights"],
    ])
      await editor.rename({ from: `src/${from}.ts`, to: `src/${to}.ts` });
    expect(readFileSync(join(root, "src/screens/formatYield.ts"), "utf8")).toContain('"../lib/dates"');
    expect(readFileSync(join(root, "src/helpers/index.ts"), "utf8")).toMatch(
      /"\.\.\/lib\/weights"[^]*"\.\.\/lib\/dates"/,
    );
  });

  test("what may not be is refused in words, and the answer changes nothing", async () => {
    const root = layeredDemo();
    const editor = await editorIn(root, leave);
    const edit = (from: string, to: string): Promise<unknown> =>
      editor.connection.sendRequest("workspace/willRenameFiles", {
        files: [{ oldUri: editor.uriOf(from), newUri: editor.uriOf(to) }],
      });
    expect(await edit("src/components", "src/components/inner")).toBeNull();
    expect(await edit("src/App.tsx", "src/main.tsx")).toBeNull();
    await editor.until(() => editor.messages.length === 2);
    expect(editor.messages[0]).toMatch(/into itself|below itself/);
    expect(editor.messages[1]).toMatch(/src\/main\.tsx.*there/);
    // What is not the project's is nobody's business.
    expect(await edit("node_modules/x.js", "node_modules/y.js")).toBeNull();
    expect(await edit("../elsewhere/a.ts", "../elsewhere/b.ts")).toBeNull();
    expect(editor.messages).toHaveLength(2);
  });

  test("places that cannot be updated for certain are told: a warning for what may break, the log for what is only mentioned", async () => {
    const root = layeredDemo();
    writeFileSync(
      join(root, "src/load.ts"),
      'const name = "dates";\nexport const load = () => import("./helpers/" + name);\n',
    );
    writeFileSync(join(root, "NOTES.md"), "See src/helpers/dates.ts.\n");
    commitAll(root);
    const editor = await editorIn(root, leave);
    await editor.rename({ from: "src/helpers/dates.ts", to: "src/lib/dates.ts" });
    await editor.until(() => editor.messages.length >= 2);
    expect(editor.messages.join("\n")).toMatch(/src\/load\.ts:2 \("?\.\/helpers\/.* could not be checked/);
    expect(editor.messages.join("\n")).toMatch(/please check:\nNOTES\.md:1 mentions src\/helpers\/dates\.ts/);
  });

  test("an editor that tells of no change on the disk is answered by what lies there", async () => {
    const root = layeredDemo();
    const editor = await editorIn(root, { ...leave, watches: false });
    writeFileSync(join(root, "src/new.ts"), 'export * from "./helpers/dates";\n');
    await editor.rename({ from: "src/helpers/dates.ts", to: "src/lib/dates.ts" });
    expect(readFileSync(join(root, "src/new.ts"), "utf8")).toBe('export * from "./lib/dates";\n');
    writeFileSync(join(root, "src/new.ts"), '// again\nexport * from "./lib/dates";\n');
    await editor.rename({ from: "src/lib/dates.ts", to: "src/days.ts" });
    expect(readFileSync(join(root, "src/new.ts"), "utf8")).toBe('// again\nexport * from "./days";\n');
  });

  test("a folder that is reached by a link is answered in the editor's own words for it", async () => {
    const root = layeredDemo();
    const links = folderWith({ "kept.txt": "", app: `-> ${root}` }, { git: false });
    const editor = await editorIn(join(links, "app"), leave);
    const edit = (await editor.rename({ from: "src/helpers/dates.ts", to: "src/lib/dates.ts" })) as {
      documentChanges: { textDocument: { uri: string } }[];
    };
    expect(
      edit.documentChanges.every(({ textDocument }) => textDocument.uri.startsWith(pathToFileURL(links).href)),
    ).toBe(true);
    expect(readFileSync(join(root, "src/helpers/index.ts"), "utf8")).toContain("../lib/dates");
  });

  test("killed at any moment, it leaves nothing behind, and the next one goes on", async () => {
    const root = layeredDemo();
    const before = fingerprint(root);
    for (const wait of [0, 30, 120, 400]) {
      const editor = await editorAlone(root);
      const files = [{ oldUri: editor.uriOf("src/screens"), newUri: editor.uriOf("src/pages") }];
      editor.connection.sendRequest("workspace/willRenameFiles", { files }).catch(() => undefined);
      await new Promise((resolve) => setTimeout(resolve, wait));
      await editor.kill();
    }
    expect(fingerprint(root)).toBe(before);
    expect(existsSync(join(root, ".steady-shelf"))).toBe(false);
    const editor = await editorIn(root, leave);
    await editor.rename({ from: "src/screens", to: "src/pages" });
    expect(readFileSync(join(root, "src/navigation/AppRoutes.tsx"), "utf8")).toContain("../pages/");
  });
});

describe("companions", () => {
  const [from, to] = ["src/components/WeatherBadge.tsx", "src/features/weather/WeatherBadge.tsx"];
  const sheet = "src/features/weather/WeatherBadge.module.css";

  test.each([true, false])("are offered once their file has moved; taken: %s", async (takes) => {
    const root = layeredDemo();
    const editor = await editorIn(root, { options: { findings: false } });
    const asked: string[][] = [];
    editor.answer = (text, titles) => {
      asked.push([text, ...titles]);
      return titles[takes ? 0 : 1];
    };
    await editor.rename({ from, to });
    await editor.until(() => asked.length === 1);
    expect(asked).toEqual([["WeatherBadge.module.css belongs to what was renamed.", "Move it, too", "Leave it"]]);
    if (takes) await editor.until(() => existsSync(join(root, sheet)));
    expect(existsSync(join(root, sheet))).toBe(takes);
    const text = readFileSync(join(root, to), "utf8");
    expect(text).toContain(takes ? '"./WeatherBadge.module.css"' : '"../../components/WeatherBadge.module.css"');
  });

  test("go along at once where that is set, as with `move`", async () => {
    const [ofEditor, ofCommand] = [layeredDemo(), layeredDemo()];
    const editor = await editorIn(ofEditor, { options: { companions: "follow", findings: false } });
    await editor.rename({ from, to });
    await run(ofCommand, ["move", from, to, "--write"]);
    expect(existsSync(join(ofEditor, sheet))).toBe(true);
    expect(fingerprint(ofEditor)).toBe(fingerprint(ofCommand));
  });

  test("of an editor that renames what our edit asked for, and tells of it, nothing is changed twice", async () => {
    const root = layeredDemo();
    const editor = await editorIn(root, { options: { companions: "follow", findings: false } });
    await editor.rename({ from, to });
    const files = [
      {
        oldUri: editor.uriOf("src/components/WeatherBadge.module.css"),
        newUri: editor.uriOf(sheet),
      },
    ];
    expect(await editor.connection.sendRequest("workspace/willRenameFiles", { files })).toBeNull();
  });
});

describe("findings", () => {
  const spoiled = "src/screens/formatYield.ts";

  test("are those of `check`, with their rules' pages and the places that they speak of", async () => {
    const root = layeredDemo();
    const editor = await editorIn(root);
    await editor.until(() => editor.diagnostics.size >= 6);
    const { findings } = (await run(root, ["check", "--json"])).json() as {
      findings: { file: string; rule: string; at?: { line: number; column: number } }[];
    };
    const expected = findings.map(({ file, rule, at }) => `${file}:${at?.line ?? 1}:${at?.column ?? 1} ${rule}`);
    const told = [...editor.diagnostics].flatMap(([path, list]) =>
      (list as Diagnostic[]).map(
        ({ code, range: { start } }) => `${path}:${start.line + 1}:${start.character + 1} ${code}`,
      ),
    );
    expect(told.sort()).toEqual(expected.sort());
    expect(editor.bars).toEqual(["Steady Shelf"]);
    const [wrong] = editor.diagnostics.get(spoiled) as Diagnostic[];
    expect(wrong).toMatchObject({ code: "wrong-folder", severity: 2 });
    expect(wrong?.message).toMatch(/^It looks like a helper/);
    const page = new URL(wrong?.codeDescription.href ?? "");
    expect(readFileSync(fileURLToPath(page), "utf8")).toContain(`### ${page.hash.slice(1)}`);
    const [reach] = editor.diagnostics.get("src/components/DataTable.tsx") as Diagnostic[];
    expect(reach?.relatedInformation.map(({ location }) => editor.pathOf(location.uri))).toEqual([
      "src/hooks/useRota.ts",
    ]);
    expect(fingerprint(root)).toBe(fingerprint(layeredDemo()));
  });

  test("follow what is typed, before it is saved, and go when the file is closed", async () => {
    const editor = await editorIn(layeredDemo());
    await editor.until(() => editor.diagnostics.size >= 6);
    await editor.open("src/App.tsx");
    await editor.type("src/App.tsx", 0, 0, 'import "./gone";\n');
    await editor.until(() => rulesAt(editor, "src/App.tsx").includes("unresolved-path"));
    const [gone] = editor.diagnostics.get("src/App.tsx") as Diagnostic[];
    expect(gone).toMatchObject({
      severity: 1,
      range: { start: { line: 0, character: 8 }, end: { line: 0, character: 14 } },
    });
    await editor.close("src/App.tsx");
    await editor.until(() => rulesAt(editor, "src/App.tsx").length === 0);
  });

  test("follow what changes on the disk, and folders that are opened and closed", async () => {
    const root = layeredDemo();
    const editor = await editorIn(root);
    await editor.until(() => editor.diagnostics.size >= 6);
    writeFileSync(join(root, "src/Extra.tsx"), 'import "./nowhere";\n');
    await editor.connection.sendNotification("workspace/didChangeWatchedFiles", {
      changes: [{ uri: editor.uriOf("src/Extra.tsx"), type: 1 }],
    });
    await editor.until(() => rulesAt(editor, "src/Extra.tsx").includes("unresolved-path"));
    const folder = { uri: pathToFileURL(root).href, name: "app" };
    await editor.connection.sendNotification("workspace/didChangeWorkspaceFolders", {
      event: { added: [], removed: [folder] },
    });
    await editor.until(() => [...editor.diagnostics.values()].every((list) => list.length === 0));
    await editor.connection.sendNotification("workspace/didChangeWorkspaceFolders", {
      event: { added: [folder], removed: [] },
    });
    await editor.until(() => rulesAt(editor, spoiled).includes("wrong-folder"));
  });

  test("are none where they are turned off", async () => {
    const editor = await editorIn(layeredDemo(), leave);
    await editor.open("src/App.tsx");
    await editor.type("src/App.tsx", 0, 0, 'import "./gone";\n');
    await new Promise((resolve) => setTimeout(resolve, 1200));
    expect(editor.diagnostics.size).toBe(0);
  });
});

describe("what can be done", () => {
  const spoiled = "src/screens/formatYield.ts";
  const looked = async (settings: EditorSettings = {}): Promise<{ editor: Editor; root: string }> => {
    const root = layeredDemo();
    const editor = await editorIn(root, settings);
    await editor.until(() => editor.diagnostics.size >= 6);
    return { editor, root };
  };
  const titled = async (editor: Editor, path: string, title: RegExp, at = 0, end = at): Promise<Action> => {
    const actions = (await editor.actions(path, at, end)) as Action[];
    const found = actions.find((each) => title.test(each.title));
    if (!found) throw new Error(`No ${String(title)} among ${actions.map((each) => each.title).join(", ")}`);
    return found;
  };

  test("each repair, of which a safe one comes first; what it does is what `check --fix` does", async () => {
    const { editor, root } = await looked();
    const action = await titled(editor, "src/components/page-header.tsx", /^Call the file PageHeader\.tsx$/);
    expect(action).toMatchObject({ kind: "quickfix", isPreferred: true });
    expect(action.diagnostics).toHaveLength(1);
    await editor.take(action);
    const fixed = layeredDemo();
    await run(fixed, ["check", "--fix", "--rule", "file-name", "--write"]);
    expect(readFileSync(join(root, "src/components/index.ts"), "utf8")).toBe(
      readFileSync(join(fixed, "src/components/index.ts"), "utf8"),
    );
    await editor.until(() => rulesAt(editor, "src/components/page-header.tsx").length === 0);
    expect(rulesAt(editor, "src/components/PageHeader.tsx")).toEqual([]);
  });

  test("a file goes to its shelf", async () => {
    const { editor, root } = await looked();
    const action = await titled(editor, spoiled, /^Move to its shelf: src\/helpers\/formatYield\.ts$/);
    expect(action.kind).toBe("refactor.move");
    await editor.take(action);
    expect(readFileSync(join(root, "src/screens/HomeScreen.tsx"), "utf8")).toContain('"../helpers/formatYield"');
  });

  test("a finding is accepted, and is gone from then on", async () => {
    const { editor, root } = await looked();
    const path = "src/assets/images/old-banner.png";
    await editor.take(await titled(editor, path, /^Accept this finding \(unused-asset\)$/));
    expect(readFileSync(join(root, "steady-shelf-accepted.yaml"), "utf8")).toContain(
      "  src/assets/images/old-banner.png:\n    - unused-asset\n",
    );
    await editor.until(() => rulesAt(editor, path).length === 0);
    await editor.take(await titled(editor, spoiled, /^Accept/));
    await editor.until(() => rulesAt(editor, spoiled).length === 0);
    expect((await run(root, ["check", "--json"])).json()["findings"]).toHaveLength(5);
  });

  test("a part of a file gets a file of its own: the export at the cursor, or the lines that are selected", async () => {
    const { editor, root } = await looked();
    const path = "src/helpers/weights.ts";
    const text = editor.text(path);
    const action = await titled(editor, path, /^Take kilograms out into a file of its own$/, text.indexOf("kilograms"));
    expect(action.kind).toBe("refactor.extract");
    await editor.take(action);
    expect(readFileSync(join(root, "src/helpers/kilograms.ts"), "utf8")).toContain("export function kilograms");
    const sheet = "src/components/HarvestChart.module.css";
    const rules = editor.text(sheet);
    const selected = await titled(editor, sheet, /^Take the selected rules out/, 0, rules.indexOf("}") + 1);
    expect(selected.kind).toBe("refactor.extract");
    expect((await editor.actions("src/App.tsx", 0)).map((each) => (each as Action).kind)).not.toContain(
      "refactor.extract",
    );
  });

  test("only kinds that are asked for", async () => {
    const { editor } = await looked();
    const only = (await editor.connection.sendRequest("textDocument/codeAction", {
      textDocument: { uri: editor.uriOf(spoiled) },
      range: { start: { line: 0, character: 0 }, end: { line: 0, character: 0 } },
      context: { diagnostics: editor.diagnostics.get(spoiled), only: ["refactor"] },
    })) as Action[];
    expect(only.map(({ kind }) => kind)).toEqual(["refactor.move"]);
  });

  test("an editor that asks for no edits later is given a command, which has it carry the edit out", async () => {
    const { editor, root } = await looked({
      capabilities: (all: { textDocument: object }) => ({
        ...all,
        textDocument: { ...all.textDocument, codeAction: {} },
      }),
    });
    const { command } = await titled(editor, spoiled, /^Move it to/);
    expect(command?.command).toBe("steady-shelf.carryOut");
    expect(await editor.connection.sendRequest("workspace/executeCommand", command)).toBe(true);
    expect(existsSync(join(root, "src/helpers/formatYield.ts"))).toBe(true);
  });

  test("what has gone meanwhile, or what the editor cannot do, is said", async () => {
    const { editor } = await looked();
    const action = await titled(editor, "src/components/page-header.tsx", /^Call the file/);
    await editor.rename({ from: "src/components/page-header.tsx", to: "src/components/PageHeader.tsx" });
    await editor.until(() => rulesAt(editor, "src/components/page-header.tsx").length === 0);
    await expect(editor.take(action)).rejects.toThrow(/not there any more/);
    const poor = await looked({
      capabilities: (all: { workspace: object }) => ({
        ...all,
        workspace: { ...all.workspace, workspaceEdit: { documentChanges: true } },
      }),
    });
    const move = await titled(poor.editor, spoiled, /^Move it to/);
    await expect(poor.editor.take(move)).rejects.toThrow(/cannot rename files as part of an edit/);
  });
});

describe("names", () => {
  test("a file is renamed with what it is named after, as with `rename`", async () => {
    const [ofEditor, ofCommand] = [layeredDemo(), layeredDemo()];
    const editor = await editorIn(ofEditor, leave);
    const path = "src/components/DataTable.tsx";
    const at = editor.text(path).indexOf("DataTable<") + 2;
    expect(await editor.at("textDocument/prepareRename", path, at)).toMatchObject({ placeholder: "DataTable" });
    editor.apply(await editor.at("textDocument/rename", path, at, { newName: "OrchardTable" }));
    await run(ofCommand, ["rename", path, "OrchardTable", "--write"]);
    expect(existsSync(join(ofEditor, "src/components/OrchardTable.tsx"))).toBe(true);
    expect(fingerprint(ofEditor)).toBe(fingerprint(ofCommand));
  });

  test("where the editor says how it begins a rename, one is offered at the name, and nowhere else", async () => {
    const path = "src/components/DataTable.tsx";
    const offered = async (options: object): Promise<Action[]> => {
      const editor = await editorIn(layeredDemo(), { options });
      const at = editor.text(path).indexOf("DataTable<") + 2;
      const actions = [
        ...((await editor.actions(path, at)) as Action[]),
        ...((await editor.actions(path, 0)) as Action[]),
      ];
      return actions.filter(({ kind }) => kind === "refactor.rename");
    };
    const [action, ...others] = await offered({ companions: "leave", renameCommand: "orchard.rename" });
    expect(action).toMatchObject({
      title: "Rename DataTable with its file",
      command: { command: "orchard.rename" },
    });
    expect(others).toEqual([]);
    expect(await offered({ companions: "leave" })).toEqual([]);
  });

  test("every other name is left to the language's own server, and what cannot be is said", async () => {
    const editor = await editorIn(layeredDemo(), leave);
    const path = "src/components/DataTable.tsx";
    const text = editor.text(path);
    for (const word of ["rows", "useRota", "return", "<caption>"])
      expect(await editor.at("textDocument/prepareRename", path, text.indexOf(word) + 1), word).toBeNull();
    const rename = (newName: string): Promise<unknown> =>
      editor.at("textDocument/rename", path, text.indexOf("DataTable<"), { newName });
    await expect(rename("RotaTable")).rejects.toThrow(/RotaTable/);
    await expect(rename("a/b")).rejects.toThrow(/a\/b/);
  });

  test("an import tells what it names: role, feature, shelf, users, and where it should be", async () => {
    const editor = await editorIn(layeredDemo(), leave);
    const hover = async (path: string, word: string): Promise<string | undefined> => {
      const told = (await editor.at("textDocument/hover", path, editor.text(path).indexOf(word) + 2)) as {
        contents: { value: string };
      } | null;
      return told?.contents.value;
    };
    expect(await hover("src/components/DataTable.tsx", "../hooks/useRota")).toBe(
      "**src/hooks/useRota.ts**\n\nA hook of the feature rota, on the shelf `hooks`; 2 files use it.",
    );
    expect(await hover("src/screens/HomeScreen.tsx", "./formatYield")).toContain(
      "It should be `src/helpers/formatYield.ts`.",
    );
    expect(await hover("src/components/DataTable.tsx", "rows")).toBeUndefined();
    expect(await hover("src/components/DataTable.tsx", '"react"')).toBeUndefined();
  });
});

describe("making and deleting files", () => {
  test("an empty file on a shelf gets its starter; nothing is written over, and nothing where no shelf is", async () => {
    const root = layeredDemo();
    const editor = await editorIn(root, leave);
    // Once the project is known: the first answer may come later than the editor waits.
    await editor.at("textDocument/hover", "src/App.tsx", 0);
    await editor.create("src/hooks/useGrafts.ts");
    await editor.until(() => readFileSync(join(root, "src/hooks/useGrafts.ts"), "utf8") !== "");
    const added = layeredDemo();
    await run(added, ["add", "hook", "useGrafts", "--write"]);
    expect(readFileSync(join(root, "src/hooks/useGrafts.ts"), "utf8")).toBe(
      readFileSync(join(added, "src/hooks/useGrafts.ts"), "utf8"),
    );
    await editor.create("src/components/LeafBadge.tsx");
    await editor.until(() => readFileSync(join(root, "src/components/LeafBadge.tsx"), "utf8") !== "");
    // What `add` would make beside it is not there.
    expect(readFileSync(join(root, "src/components/LeafBadge.tsx"), "utf8")).not.toContain("module.css");
    await editor.create("docs/notes.ts");
    await editor.create("src/odd/thing.ts");
    const uri = editor.uriOf("src/hooks/useTrees.ts");
    const kept = readFileSync(join(root, "src/hooks/useTrees.ts"), "utf8");
    await editor.connection.sendRequest("workspace/willCreateFiles", { files: [{ uri }] });
    await editor.connection.sendNotification("workspace/didCreateFiles", { files: [{ uri }] });
    await new Promise((resolve) => setTimeout(resolve, 300));
    expect(readFileSync(join(root, "src/hooks/useTrees.ts"), "utf8")).toBe(kept);
    for (const path of ["docs/notes.ts", "src/odd/thing.ts"]) expect(readFileSync(join(root, path), "utf8")).toBe("");
  });

  test("before files go, it is said who still uses them", async () => {
    const editor = await editorIn(layeredDemo(), leave);
    // Once the project is known: the first answer may come later than the editor waits.
    await editor.at("textDocument/hover", "src/App.tsx", 0);
    await editor.delete("src/hooks/useRota.ts");
    expect(editor.messages).toEqual([
      "useRota.ts is still used, by src/components/DataTable.tsx:3 and src/screens/RotaScreen.tsx:2.",
    ]);
    await editor.delete("src/assets/images/old-banner.png");
    expect(editor.messages).toHaveLength(1);
    await editor.delete("src/services");
    expect(editor.messages[1]).toMatch(/^\d+ files are still used, by .* and \d+ other places\.$/);
  });
});

describe("the configuration", () => {
  test("is completed, and its paths are links", async () => {
    const root = layeredDemo("files:\n  src/App.tsx: leave\n  src/gone.tsx: leave\n");
    const editor = await editorIn(root, leave);
    const path = "steady-shelf.yaml";
    await editor.open(path);
    const links = (await editor.connection.sendRequest("textDocument/documentLink", {
      textDocument: { uri: editor.uriOf(path) },
    })) as { target: string }[];
    expect(links.map(({ target }) => editor.pathOf(target))).toEqual(["src/App.tsx"]);
    const end = editor.text(path).length;
    await editor.type(path, end, end, "rules:\n  ");
    const items = (await editor.at("textDocument/completion", path, editor.text(path).length)) as {
      label: string;
      insertText: string;
    }[];
    expect(items).toContainEqual(expect.objectContaining({ label: "wrong-folder", insertText: "wrong-folder: " }));
    await editor.open("src/App.tsx");
    expect(await editor.at("textDocument/completion", "src/App.tsx", 0)).toEqual([]);
  });
});

describe("an arrangement", () => {
  const command = "steady-shelf.previewArrangement";

  test.each([true, false])("is shown first, and made if somebody says so: %s", async (says) => {
    const root = layeredDemo();
    const editor = await editorIn(root, leave);
    let shown = "";
    editor.confirm = (edit: { changeAnnotations: Record<string, { label: string }> }) => {
      shown = Object.values(edit.changeAnnotations)[0]?.label ?? "";
      return says;
    };
    const result = (await editor.connection.sendRequest("workspace/executeCommand", {
      command,
      arguments: [{ as: "feature-first" }],
    })) as { moves: unknown[]; applied: boolean };
    expect(result.applied).toBe(says);
    expect(shown).toBe(`Move ${result.moves.length} files (feature-first)`);
    expect(existsSync(join(root, "src/features/trees/screens/TreesScreen.tsx"))).toBe(says);
    expect(existsSync(join(root, "src/screens/TreesScreen.tsx"))).toBe(!says);
    if (!says) expect(fingerprint(root)).toBe(fingerprint(layeredDemo()));
    if (says)
      expect((await run(root, ["check", "--rule", "unresolved-path,path-case", "--json"])).json()["findings"]).toEqual(
        [],
      );
  });

  test("is only told where the editor cannot show it, refused in words where it is none, and ends when it is cancelled", async () => {
    const root = layeredDemo();
    const editor = await editorIn(root, {
      ...leave,
      capabilities: (all: { workspace: { workspaceEdit: object } }) => ({
        ...all,
        workspace: {
          ...all.workspace,
          workspaceEdit: { ...all.workspace.workspaceEdit, changeAnnotationSupport: undefined },
        },
      }),
    });
    const ask = (words: object): Promise<unknown> =>
      editor.connection.sendRequest("workspace/executeCommand", { command, arguments: [words] });
    expect(await ask({ as: "feature-first" })).toMatchObject({ applied: false });
    expect(editor.messages.at(-1)).toMatch(/^\d+ files would move\. This editor cannot show that/);
    expect(await ask({ as: "sideways" })).toBeNull();
    expect(editor.messages.at(-1)).toMatch(/sideways/);
    expect(await ask({ folder: "file:///nowhere" })).toBeNull();
    expect(fingerprint(root)).toBe(fingerprint(layeredDemo()));
  });
});

describe("several folders", () => {
  test("each is a project of its own, and a file belongs to the nearest", async () => {
    const outer = folderWith({ "package.json": '{ "name": "orchards", "private": true }' });
    for (const name of ["web", "board"]) {
      mkdirSync(join(outer, name));
      cpSync(layeredDemo(), join(outer, name), { recursive: true, filter: (path) => !path.endsWith("/.git") });
    }
    commitAll(outer);
    const editor = await editorIn(outer, leave);
    await editor.connection.sendNotification("workspace/didChangeWorkspaceFolders", {
      event: { added: [{ uri: pathToFileURL(join(outer, "web")).href, name: "web" }], removed: [] },
    });
    await editor.rename({ from: "web/src/helpers/dates.ts", to: "web/src/lib/dates.ts" });
    expect(readFileSync(join(outer, "web/src/helpers/index.ts"), "utf8")).toContain("../lib/dates");
    expect(readFileSync(join(outer, "board/src/helpers/index.ts"), "utf8")).toContain("./dates");
  });
});
