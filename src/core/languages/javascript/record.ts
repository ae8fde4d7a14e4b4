/** References, their bindings and exports from oxc's module record: no tree is carried over for them. */
import type { EcmaScriptModule, StaticExportEntry, StaticImportEntry } from "oxc-parser";
import type { Binding, Export } from "../language.js";
import { declaredKind, defaultKind, isTypeAt, localKind } from "./export-kinds.js";
import { forms, type SiteCollector } from "./sites.js";

/** Collects what the record gives. `isRequire` says of a dynamic import that it is written as a call of `require`. */
export function collectFromRecord(
  record: EcmaScriptModule,
  into: SiteCollector,
  isRequire: (start: number) => boolean = () => false,
): void {
  for (const { moduleRequest, entries } of record.staticImports)
    into.add(forms.import, moduleRequest.start, moduleRequest.end, entries.map(importBinding));
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
    for (const [start, { end, bindings }] of passed) into.add(forms.reExport, start, end, bindings);
  }
  for (const { moduleRequest } of record.dynamicImports) {
    const form = isRequire(moduleRequest.start) ? forms.requireImport : forms.dynamicImport;
    into.add(form, moduleRequest.start, moduleRequest.end);
  }
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

/** What the record says is exported. `draws`: whether the file holds JSX. */
export function exportsFromRecord(record: EcmaScriptModule, text: string, draws: boolean): Export[] {
  return record.staticExports.flatMap(({ start: statement, entries }) => {
    const isList = listStart.test(text.slice(statement, statement + 200));
    return entries.map((entry): Export => {
      if (entry.moduleRequest) return passedExport(entry, entry.moduleRequest.start + 1);
      const name = exportedName(entry.exportName);
      const [start, end] = [entry.exportName.start ?? entry.start, entry.exportName.end ?? entry.end];
      const { name: local } = entry.localName;
      const place = { name, ...(local !== null && { local }), start, end };
      if (isList) {
        const kind = entry.isType ? "type" : localKind(text, local ?? "", draws);
        return { ...place, kind, isType: entry.isType };
      }
      const [exported, found]: string[] = [entry.exportName.kind, entry.localName.kind];
      if (exported === "Default" && (local === null || found === "Default"))
        return { ...place, ...defaultKind(text, entry.start, draws), isType: false };
      const kind = declaredKind(text, { name: local ?? name, declaration: entry.start, draws });
      // The record calls `export declare const` a type.
      return { ...place, kind, isType: entry.isType && isTypeAt(text, entry.start) };
    });
  });
}

function passedExport({ exportName, importName, isType, start, end }: StaticExportEntry, from: number): Export {
  return {
    name: exportedName(exportName),
    kind: isType ? "type" : "value",
    isType,
    start: exportName.start ?? start,
    end: exportName.end ?? end,
    from,
    imported: importedName(importName),
  };
}

/** `export { a, b }`, `export type { A }`: names that are declared elsewhere in the file. */
const listStart = /^export\s*(?:type\s*)?\{/;
