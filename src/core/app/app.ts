/** One app that is set up: its stack, its arrangement, its layout, its starters. */
import {
  arrangementNames,
  extensionOf,
  Layout,
  readArrangement,
  readStack,
  shippedData,
  type Arrangement,
  type OneOrMore,
  type RegistrationData,
  type ShelfData,
  type ShelfSource,
  type StackData,
  type StartData,
} from "./arrangement/index.js";
import { ShelfError, type Place } from "../base/errors.js";
import { inCase, splitWords } from "../base/names/index.js";
import { folderOf, inFolder, nameOf, toProjectPath, type ProjectPath } from "../base/paths.js";
import type { Configuration } from "./configuration/index.js";
import type { FileReader } from "../files/index.js";
import { nameIn, type CodeLanguage } from "../languages/index.js";
import { hasChoice, likelyLanguage } from "./likely-language.js";
import type { Starter } from "./starter.js";

/** What an app has decided: as its configuration says it, or as `init` proposes it. */
export interface Decision {
  readonly folder: ProjectPath;
  readonly stack: string;
  readonly arrangement: string;
  /** From the app's folder. */
  readonly source: string;
  readonly configuration?: Configuration | undefined;
  readonly language?: CodeLanguage | undefined;
  /** Shelves that were learnt from the app, where no configuration names any. */
  readonly shelves?: readonly ShelfData[] | undefined;
  /** Whether other features come in through an index only, where that was learnt from the app and no configuration says it. */
  readonly publicIndex?: boolean | undefined;
  /** Features that no shelf tells, with other words for each, that are not in a configuration yet. */
  readonly features?: Readonly<Record<string, readonly string[]>> | undefined;
  /** What names stand for, by folders from the app's, that no settings say and no configuration yet. */
  readonly aliases?: Readonly<Record<string, string>> | undefined;
  /** The letters of its own types, and whether its shelves are groups, which are not in a configuration yet. */
  readonly classPrefix?: string | undefined;
  readonly inGroups?: boolean | undefined;
  /** Words and names that are not in a configuration yet. */
  readonly words?: Readonly<Record<string, string>>;
  readonly names?: Readonly<Record<string, OneOrMore<string>>>;
}

/** An app, ready to say where things belong. */
export interface App {
  readonly store: FileReader;
  readonly folder: ProjectPath;
  readonly stack: StackData;
  readonly arrangement: Arrangement;
  readonly layout: Layout;
  /** The name of the project, in `PascalCase`. */
  readonly name: string;
  readonly configuration: Configuration | undefined;
  /** What new files are written in. */
  readonly language: CodeLanguage;
  /** What it was opened from. */
  readonly decision: Decision;
}

function learntShelves({ shelves = [] }: Decision): ShelfSource {
  return { shelves, placeOf: () => ({ file: "" }) };
}

/** Opens an app. Throws `STACK_UNKNOWN`, `ARRANGEMENT_UNKNOWN`, `ARRANGEMENT_UNFIT` or `CONFIG_BROKEN`, with their place. */
export function openApp(store: FileReader, decision: Decision): App {
  const { folder, configuration } = decision;
  const placeOf = (key: string): Place | undefined => configuration?.placeOf(key);
  const stack = readStack(decision.stack, configuration?.stack === undefined ? undefined : placeOf("stack"));
  const place = configuration?.arrangement === decision.arrangement ? placeOf("arrangement") : undefined;
  const arrangement = readArrangement(decision.arrangement, { store, folder }, place);
  const isOwn = !arrangementNames().includes(decision.arrangement);
  if (!isOwn && !stack.arrangements.includes(decision.arrangement))
    throw new ShelfError("ARRANGEMENT_UNFIT", {
      path: decision.arrangement,
      other: stack.title,
      paths: stack.arrangements,
      ...(place && { place }),
    });
  const source = decision.source === "." ? "" : (toProjectPath(decision.source) ?? "");
  const layout = new Layout({
    stack,
    own: { ...decision.words, ...configuration?.words },
    names: { ...decision.names, ...configuration?.names },
    arrangement: {
      ...arrangement,
      name: arrangement.data.name,
      publicIndex: configuration?.publicIndex ?? decision.publicIndex ?? arrangement.data["public-index"] ?? false,
    },
    ownShelves: configuration?.shelves ?? learntShelves(decision),
    folder,
    source: source === "" ? folder : inFolder(folder, source),
  });
  const chosen = decision.language ?? configuration?.language ?? likelyLanguage(store, folder);
  const language = hasChoice(stack) ? chosen : "typescript";
  return {
    store,
    folder,
    stack,
    arrangement,
    layout,
    name: projectName(store, folder),
    configuration,
    language,
    decision,
  };
}

/** The same app under another arrangement: a name, or the path of the user's own. Throws what `openApp` throws. */
export function appUnder({ store, decision }: App, arrangement: string): App {
  // What was learnt is how the app is, not how it is to be.
  return openApp(store, { ...decision, arrangement, shelves: undefined, publicIndex: undefined });
}

/** The project's name: that of its manifest, else of its folder, in `PascalCase`. */
export function projectName(store: FileReader, folder: ProjectPath): string {
  const names = store.stat(folder)?.kind === "folder" || folder === "" ? store.entries(folder) : [];
  const project = names.find((name) => name.endsWith(".csproj") || name.endsWith(".xcodeproj"));
  if (project !== undefined) return project.replace(/\.\w+$/, "");
  const read = (name: string): string =>
    store.stat(inFolder(folder, name))?.kind === "file" ? store.read(inFolder(folder, name)).toString() : "";
  const found =
    /"name"\s*:\s*"(?:@[^/"]*\/)?([^"]+)"/.exec(read("package.json"))?.[1] ??
    /^name:\s*["']?([\w-]+)/m.exec(read("pubspec.yaml"))?.[1] ??
    /name:\s*"([^"]+)"/.exec(read("Package.swift"))?.[1];
  const own = folder === "" ? nameOf(store.root.replaceAll("\\", "/").replace(/\/$/, "")) : nameOf(folder);
  const words = splitWords(found ?? own);
  return words.length > 0 ? inCase(words, "Pascal") : "App";
}

/**
 * A starter of the user's folder, else ours. `name` is as the stack writes it: `component.tsx`, `../react-web/hook.ts`. In
 * JavaScript a text by the conditions that hold is taken: one that was written, else the one that the build has made.
 */
export function readStarter(app: App, name: string, has: (condition: string) => boolean): Starter {
  const own = app.configuration?.starters;
  for (const each of own === undefined ? [] : new Set([nameIn(app.language, name), name])) {
    const file = inFolder(app.folder, `${own}/${each.replace(/^\.\.\/[^/]+\//, "")}`);
    if (app.store.stat(file)?.kind === "file") return { file, text: app.store.read(file).toString() };
  }
  const path = name.startsWith("../") ? name.slice(3) : `${app.stack.name}/${name}`;
  const shipped = `starters/${path}`;
  const inJavaScript = app.language === "javascript" ? javaScriptStarter(path, has) : undefined;
  return (
    inJavaScript ?? {
      file: shipped,
      text: shippedData()
        .read(shipped as ProjectPath)
        .toString(),
    }
  );
}

function javaScriptStarter(path: string, has: (condition: string) => boolean): Starter | undefined {
  const written = `starters/${nameIn("javascript", path)}` as ProjectPath;
  if (/\.tsx?$/.test(path) && shippedData().stat(written))
    return { file: written, text: shippedData().read(written).toString() };
  const made = shippedData().readBeyond(`../dist/data/javascript/${path}.json`);
  if (made === undefined) return undefined;
  const { conditions, texts } = JSON.parse(made) as { conditions: string[]; texts: Record<string, string> };
  return { file: written, text: texts[conditions.filter(has).join(",")] ?? "" };
}

/** Where a file that `init` puts in lies, or would; `undefined` where the arrangement has no shelf for it. */
export function placeOfStart({ layout, name, language }: App, start: StartData): ProjectPath | undefined {
  const file = nameIn(language, start.file.replace("«App»", name));
  const stem = file.replace(/\..*$/, "");
  const extension = file.slice(file.lastIndexOf("."));
  const holding = layout.shelves.filter((each) => each.holds.includes(start.role) && !each.at.includes("{feature}"));
  const named = holding.filter((each) => start.shelf === undefined || each.at.endsWith(start.shelf));
  const byExtension = named.filter((each) => each.extensions?.includes(extension) ?? true);
  // Of several shelves of the role, the one whose pattern the name follows most closely: a reducer goes to the reducers.
  const fixed = (at: (typeof named)[number]): number => {
    const patterns = at.patterns.get(start.role) ?? [];
    const fits = patterns.filter(({ before, after }) => stem.startsWith(before) && stem.endsWith(after));
    return Math.max(-1, ...fits.map((each) => (each.before + each.after).length * 100 - patterns.length));
  };
  const [shelf] = [...byExtension].sort((a, b) => fixed(b) - fixed(a));
  return shelf && inFolder(layout.folderOf(shelf, { stem }), file);
}

/** Whether a file that `init` puts in is there. */
export function isStartThere(app: App, id: string): boolean {
  const start = app.stack.start.find((each) => each.id === id);
  const place = start && placeOfStart(app, start);
  return place !== undefined && app.store.stat(place)?.kind === "file";
}

/** The file that a registration goes into. An entry may be called otherwise, if it is the only one of its kind. */
export function placeOfRegistration(
  app: App,
  { in: id, file }: Pick<RegistrationData, "in" | "file">,
): ProjectPath | undefined {
  if (file !== undefined) return app.layout.folderOfPattern(file);
  const start = app.stack.start.find((each) => each.id === id);
  const place = start && placeOfStart(app, start);
  if (!place || start.role !== "entry" || app.store.stat(place)) return place;
  const folder = folderOf(place);
  const names = folder === "" || app.store.stat(folder)?.kind === "folder" ? app.store.entries(folder) : [];
  const [only, other] = names.filter((name) => !name.startsWith("_") && extensionOf(name) === extensionOf(place));
  return only === undefined || other !== undefined ? place : inFolder(folder, only);
}
