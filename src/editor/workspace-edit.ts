/** A planned change as the editor carries it out: texts first, then what is made, then the files that get other names. */
import type {
  CreateFile,
  DeleteFile,
  OptionalVersionedTextDocumentIdentifier,
  RenameFile,
  TextDocumentEdit,
  WorkspaceEdit,
} from "vscode-languageserver";
import { folderOf, inFolder, nameOf, type ProjectPath } from "../core/base/paths.js";
import type { PlannedChange } from "./planned-change.js";
import type { Encoding } from "./positions.js";
import { textEdits } from "./text-edits.js";

/** What of editing the editor understands. */
export interface EditAbilities {
  /** Edits of documents with their versions, and files that are made or renamed, in one list. */
  readonly documentChanges: boolean;
  readonly create: boolean;
  readonly rename: boolean;
  readonly remove: boolean;
  /** Whether parts of an edit may be shown first, and confirmed. */
  readonly annotations: boolean;
}

/** What an edit is made with. */
export interface EditInput {
  readonly change: PlannedChange;
  readonly uriOf: (path: ProjectPath) => string;
  readonly versionOf: (uri: string) => number | null;
  readonly encoding: Encoding;
  readonly abilities: EditAbilities;
  /** Moves that the editor itself makes. */
  readonly without?: ReadonlySet<ProjectPath>;
  /** A title under which all of it is to be looked at first, where the editor can show it. */
  readonly preview?: string;
}

const previewed = "steady-shelf";

/** The edit; `undefined` where the editor cannot carry out what it takes. An edit of nothing has no changes. */
export function workspaceEdit(input: EditInput): WorkspaceEdit | undefined {
  const { change, uriOf, versionOf, encoding, abilities, without = new Set(), preview } = input;
  const moves = change.moves.filter(({ from, to }) => from !== to && !without.has(from));
  const texts = change.texts.map(({ file, before, after }) => ({
    uri: uriOf(file),
    edits: textEdits(before, after, encoding),
  }));
  const files = change.made.length + moves.length + change.removed.length;
  if (!abilities.documentChanges) {
    if (files > 0) return undefined;
    return { changes: Object.fromEntries(texts.map(({ uri, edits }) => [uri, edits])) };
  }
  const can =
    (change.made.length === 0 || abilities.create) &&
    (moves.length === 0 || abilities.rename) &&
    (change.removed.length === 0 || abilities.remove);
  if (!can) return undefined;
  const mark = preview !== undefined && abilities.annotations ? { annotationId: previewed } : {};
  const documentOf = (uri: string): OptionalVersionedTextDocumentIdentifier => ({ uri, version: versionOf(uri) });
  const documentChanges: (TextDocumentEdit | CreateFile | RenameFile | DeleteFile)[] = [
    ...texts.map(({ uri, edits }) => ({
      textDocument: documentOf(uri),
      edits: edits.map((edit) => ({ ...edit, ...mark })),
    })),
    ...change.removed.map((path) => ({ kind: "delete" as const, uri: uriOf(path), ...mark })),
    ...inTurn(moves).map(({ from, to }) => ({
      kind: "rename" as const,
      oldUri: uriOf(from),
      newUri: uriOf(to),
      ...mark,
    })),
    ...change.made.flatMap(({ path, text }) => [
      { kind: "create" as const, uri: uriOf(path), options: { overwrite: false }, ...mark },
      { textDocument: { uri: uriOf(path), version: null }, edits: [{ range: start, newText: text, ...mark }] },
    ]),
  ];
  return {
    documentChanges,
    ...("annotationId" in mark && {
      changeAnnotations: { [previewed]: { label: preview ?? "", needsConfirmation: true } },
    }),
  };
}

const start = { start: { line: 0, character: 0 }, end: { line: 0, character: 0 } };

interface Step {
  readonly from: ProjectPath;
  readonly to: ProjectPath;
}

/** Moves that happen at once, as steps of which each finds its place free: circles go by way of a name of nobody's. */
export function inTurn(moves: readonly Step[]): Step[] {
  const waiting = new Map(moves.map((move) => [move.from, move.to]));
  const steps: Step[] = [];
  const parked: Step[] = [];
  while (waiting.size > 0) {
    const free = [...waiting].filter(([, to]) => !waiting.has(to));
    for (const [from, to] of free) {
      steps.push({ from, to });
      waiting.delete(from);
    }
    const [circle] = waiting;
    if (free.length > 0 || !circle) continue;
    const [from, to] = circle;
    const aside = inFolder(folderOf(from), `.steady-shelf-aside-${parked.length}-${nameOf(from)}`);
    steps.push({ from, to: aside });
    parked.push({ from: aside, to });
    waiting.delete(from);
  }
  return [...steps, ...parked];
}
