/** References, their bindings and exports from oxc's module record: no tree is carried over for them. */
import type { EcmaScriptModule, StaticExportEntry, StaticImportEntry } from "oxc-parser";
import type { Binding, Export } from "../reading.js";
import { isTypeAt, type Kinds } from "./export-kinds.js";
import { addArgument, addUrls, type ParseExpression } from "./expressions.js";
import { forms, isOneLiteral, type SiteCollector } from "./sites.js";

/** How what the record only points at is read. */
export interface RecordReading {
  readonly isRequire: (start: number) => boolean;
  readonly parse: ParseExpression;
  /** Whether the names that are taken are wanted. */
  readonly isNamed: boolean;
}

/** Collects what the record gives; `false` where only the whole tree tells what an expression names. `isRequire` says of a dynamic import that it is written as a call of `require`. */
export function collectFromRecord(
  record: EcmaScriptModule,
  into: SiteCollector,
  { isRequire, parse, isNamed }: RecordReading,
): boolean {
  for (const { moduleRequest, entries } of record.staticImports)
    into.add(forms.import, moduleRequest.start, moduleRequest.end, isNamed ? entries.map(importBinding) : undefined);
  for (const { entries } of record.staticExports) {
    // `import { A } from 'x'; export { A }` comes back as an export at the import's place: each place counts once.
    const passed = new Map<number, { readonly end: number; readonly bindings: Binding[] }>();
    for (const entry of entries) {
      if (!entry.moduleRequest) continue;
      const { start, end } = entry.moduleRequest;
      const place = passed.get(start) ?? { end, bindings: [] };
      place.bindings.push(passedBinding(entry));
      passed.set(start, place);
    }
    for (const [start, { end, bindings }] of passed)
      into.add(forms.reExport, start, end, isNamed ? bindings : undefined);
  }
  for (const { start: call, moduleRequest } of record.dynamicImports) {
    const { start, end } = moduleRequest;
    const form = isRequire(call) ? forms.requireImport : forms.dynamicImport;
    if (isOneLiteral(into.text, start, end)) into.add(form, start, end);
    else if (!addArgument(form, moduleRequest, into, parse)) return false;
  }
  return record.importMetas.length === 0 || addUrls(record, into, parse);
}

function importBinding({ importName, localName, isType }: StaticImportEntry): Binding {
  const { start: localStart, end: localEnd, value: local } = localName;
  const kind: string = importName.kind;
  const imported = kind === "Name" ? (importName.name ?? "") : kind === "Default" ? "default" : "*";
  const [start, end] = [importName.start ?? localStart, importName.end ?? localEnd];
  return { imported, local, start, end, localStart, localEnd, isType };
}

function passedBinding({ importName, exportName, isType, start: at, end: to }: StaticExportEntry): Binding {
  const [localStart, localEnd] = [exportName.start ?? at, exportName.end ?? to];
  return {
    imported: importedName(importName),
    local: exportedName(exportName),
    start: importName.start ?? localStart,
    end: importName.end ?? localEnd,
    localStart,
    localEnd,
    isType,
  };
}

function importedName({ kind: how, name }: StaticExportEntry["importName"]): string {
  const kind: string = how;
  return kind === "Name" ? (name ?? "") : "*";
}

function exportedName({ kind: how, name }: StaticExportEntry["exportName"]): string {
  const kind: string = how;
  if (kind === "Default") return "default";
  return kind === "Name" ? (name ?? "") : "*";
}

/** What the record says is exported. */
export function exportsFromRecord(record: EcmaScriptModule, kinds: Kinds): Export[] {
  const { text } = kinds;
  // Of `import Tree from "./Tree"; export { Tree }` the record calls what is imported `Tree`, which is `default` there.
  const taken = new Map(
    record.staticImports.flatMap(({ entries }) => entries.map(importBinding).map((each) => [each.localStart, each])),
  );
  // Of a whole module that is passed on, it does not say that it comes from another.
  const whole = new Map(
    record.staticImports.flatMap(({ moduleRequest: { start }, entries }) =>
      entries
        .map(importBinding)
        .filter(({ imported }) => imported === "*")
        .map(({ local, isType }) => [local, { from: start + 1, imported: "*", isType }]),
    ),
  );
  return record.staticExports.flatMap(({ start: statement, entries }) => {
    const isList = listStart.test(text.slice(statement, statement + 200));
    return entries.map((entry): Export => {
      const binding = taken.get(entry.importName.start ?? -1);
      if (entry.moduleRequest) {
        const passed = passedExport(entry, entry.moduleRequest.start + 1, binding);
        const isType = passed.isType || (binding !== undefined && isTypeList(text, entry.start));
        return isType ? { ...passed, isType, kind: "type" } : passed;
      }
      const name = exportedName(entry.exportName);
      const [start, end] = [entry.exportName.start ?? entry.start, entry.exportName.end ?? entry.end];
      const { name: local } = entry.localName;
      const place = { name, ...(local !== null && { local }), start, end };
      const passed = isList ? whole.get(local ?? "") : undefined;
      if (passed) {
        const isType = entry.isType || passed.isType;
        const { from, imported } = passed;
        return { name, start, end, kind: isType ? "type" : "value", isType, from, imported };
      }
      if (isList) {
        const kind = entry.isType ? "type" : kinds.local(local ?? "");
        return { ...place, kind, isType: entry.isType };
      }
      const [exported, found]: string[] = [entry.exportName.kind, entry.localName.kind];
      if (exported === "Default" && (local === null || found === "Default"))
        return { ...place, ...kinds.default(entry.start), isType: false };
      const kind = kinds.declared(local ?? name, entry.start);
      // The record calls `export declare const` a type.
      return { ...place, kind, isType: entry.isType && isTypeAt(text, entry.start) };
    });
  });
}

/** Of `import { A } from "./a"; export type { A }` the record does not say that it is passed on as a type. */
function isTypeList(text: string, name: number): boolean {
  return /\bexport\s+type\s*\{[^{}]*$|[{,]\s*type\s+$/.test(text.slice(Math.max(0, name - 4000), name));
}

function passedExport(entry: StaticExportEntry, from: number, taken: Binding | undefined): Export {
  const { exportName, importName, start, end } = entry;
  const isType = entry.isType || taken?.isType === true;
  return {
    name: exportedName(exportName),
    kind: isType ? "type" : "value",
    isType,
    start: exportName.start ?? start,
    end: exportName.end ?? end,
    from,
    imported: taken?.imported ?? importedName(importName),
  };
}

/** `export { a, b }`, `export type { A }`: names that are declared elsewhere in the file. */
const listStart = /^export\s*(?:type\s*)?\{/;
