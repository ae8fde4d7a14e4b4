/**
 * The proof. It does not trust the edits: from the new texts it finds the references again, resolves each on the
 * planned tree, and compares with what the present tree says.
 */
import type { FileReferences } from "../graph/index.js";
import { extractFrom, type Extraction, type Reference } from "../languages/index.js";
import type { ProjectPath } from "../paths.js";
import { quiet, type Progress } from "../progress.js";
import type { SourceTree } from "../tree/index.js";
import { landsOn, wantedOf, type Passage } from "./respell.js";
import type { Difference, NewText, Proof, Unresolved } from "./plan.js";

/** What the proof is made from. */
export interface ProofInput {
  readonly tree: SourceTree;
  readonly passage: Passage;
  readonly references: FileReferences;
  readonly texts: ReadonlyMap<ProjectPath, NewText>;
  readonly progress?: Progress;
}

/** Proves a plan, or says exactly which references it would change. */
export function prove({ tree, passage, references, texts, progress = quiet }: ProofInput): Proof {
  const count = { references: 0, same: 0 };
  const different: Difference[] = [];
  const unresolved: Unresolved[] = [];
  let done = 0;
  for (const [file, extraction] of references) {
    const changed = texts.get(file);
    const now = changed ? extractFrom(changed.after, passage.map.file(file)) : extraction;
    proveFile({ tree, passage, file, before: extraction, now, count, different, unresolved });
    if ((done += 1) % 256 === 0) progress("Proving references", done, references.size);
  }
  return { ...count, different, unresolved };
}

interface FileProof {
  readonly tree: SourceTree;
  readonly passage: Passage;
  readonly file: ProjectPath;
  readonly before: Extraction;
  readonly now: Extraction;
  readonly count: { references: number; same: number };
  readonly different: Difference[];
  readonly unresolved: Unresolved[];
}

function proveFile(proof: FileProof): void {
  const { tree, file, before, now, unresolved } = proof;
  const at = (reference: Reference) => tree.text(file)?.positionAt(reference.start) ?? { line: 1, column: 1 };
  before.references.forEach((reference, index) => {
    const was = proof.passage.before.resolve(file, reference);
    if (was.state === "unresolved") {
      if (reference.kind !== "doc import") unresolved.push({ file, at: at(reference), specifier: reference.specifier });
      return;
    }
    // A package stays a package unless a moved file now answers to its name.
    if (was.state !== "external") proof.count.references += 1;
    const other = compare(proof, reference, now.references[index]);
    if (other === undefined) proof.count.same += was.state === "external" ? 0 : 1;
    else {
      if (was.state === "external") proof.count.references += 1;
      proof.different.push({ file, at: at(reference), specifier: reference.specifier, ...other });
    }
  });
}

function compare({ passage, file, before, now }: FileProof, reference: Reference, again: Reference | undefined): Pick<Difference, "before" | "after" | "reason"> | undefined {
  const was = passage.before.resolve(file, reference);
  const targets = was.state === "found" ? was.targets : was.state === "beyond" ? [was.at] : [`the package ${reference.specifier}`];
  if (now.references.length !== before.references.length || again?.kind !== reference.kind)
    return { before: targets, after: [], reason: "the new text would be read differently" };
  const after = passage.after.resolve(passage.map.file(file), again);
  if (landsOn(after, wantedOf(passage.map, was))) return undefined;
  const found = after.state === "found" ? after.targets : after.state === "beyond" ? [after.at] : [];
  return { before: targets, after: found, reason: reasonFor(reference, found.length) };
}

function reasonFor(reference: Reference, found: number): string {
  if (reference.lookup === "glob") return "the pattern would match other files";
  return found === 0 ? "nothing would answer to any spelling of it" : "another file would answer, or not all of its files";
}
