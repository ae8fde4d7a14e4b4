/** Files that are made beside others: style sheets, tests, stories, code behind. */
import { extensionOf, type CompanionData, type Role } from "../../app/arrangement/index.js";
import { partsOf } from "../../app/index.js";
import { ShelfError } from "../../base/errors.js";
import { inCase, splitWords, wordsKey, wordsTyped } from "../../base/names/index.js";
import { folderOf, inFolder, isBelow, nameOf, relativePath, type ProjectPath } from "../../base/paths.js";
import type { SetupDraft } from "./setup-draft.js";
import type { Adding, AddRequest, Wanted } from "./adding.js";
import { readStarter, type App } from "../../app/app.js";
import { exportsOf, languageFor, nameIn, scriptExtension } from "../../languages/index.js";
import { likeOthers } from "./like-others.js";
import { meantFeature } from "./meant.js";
import { fillStarter } from "../../app/starter.js";
import type { Sister } from "./sisters.js";
import { withOwnStarters } from "./own-starters.js";
import { valuesFor, type Filling } from "./values.js";

/** Companions that are usual (by the configuration, else the stack), with and without those that are asked for. */
export function chosenCompanions({ app, role, data, with: wanted, without }: Adding): string[] {
  const known = Object.keys(data.companions ?? {});
  for (const name of [...wanted, ...without, ...(app.configuration?.companions[role] ?? [])])
    if (!known.includes(name)) {
      const place =
        app.configuration?.companions[role]?.includes(name) === true
          ? app.configuration.placeOf("companions", role)
          : undefined;
      throw new ShelfError("COMPANION_UNKNOWN", { path: name, other: role, paths: known, ...(place && { place }) });
    }
  const usual = app.configuration?.companions[role] ?? data.with ?? [];
  return known.filter((name) => !without.includes(name) && (usual.includes(name) || wanted.includes(name)));
}

interface CompanionMaking {
  readonly name: string;
  readonly companion: CompanionData;
  readonly leader: Pick<Wanted, "path" | "stem" | "words"> & { readonly exported?: Exported };
  /** Files of the leader's kind: what goes beside one of them is of the companion's kind. */
  readonly sisters?: readonly Pick<Sister, "path" | "stem">[];
}

/** Makes one companion beside its leader, or in the tree that mirrors the sources. */
export function makeCompanion(
  { draft, app, feature, fillings, isDefault }: Pick<Adding, "draft" | "app" | "feature" | "fillings" | "isDefault">,
  { name, companion, leader, sisters = [] }: CompanionMaking,
): void {
  const stem = leader.stem + companion.ending.replace(/\..*$/, "");
  const path = inFolder(
    companionFolder(app, companion, leader.path),
    leader.stem + nameIn(app.language, companion.ending),
  );
  const filling: Filling = { app, path, words: leader.words, stem, feature, leader, more: fillings?.values };
  const { exported } = leader;
  const meant = new Set<ProjectPath>();
  const values = valuesFor(filling, meant);
  const has = (condition: string): boolean =>
    fillings?.conditions.has(condition) === true ||
    (fillings === undefined && (exported === undefined || exported.how === condition));
  const starter = readStarter(app, companion.starter, has);
  const text = fillStarter(starter, (word, rest) => (word === "name" ? exported?.name : values(word, rest)), has);
  const takes = isDefault === true ? languageFor(path)?.byDefault : undefined;
  const called = [leader.stem, inCase(leader.words, "Pascal"), inCase(leader.words, "camel")];
  const taking = takes ? called.reduce((all, each) => takes.taken(all, each), text) : text;
  draft.make(path, likeOthers(app, path, taking), name, meant);
  const beside = sisters.map((each) =>
    inFolder(companionFolder(app, companion, each.path), each.stem + nameIn(app.language, companion.ending)),
  );
  draft.isLike(
    path,
    beside.filter((each) => app.store.stat(each)?.kind === "file"),
  );
}

function companionFolder(app: App, { under }: CompanionData, leader: ProjectPath): ProjectPath {
  const folder = folderOf(leader);
  if (under === undefined) return folder;
  const root = inFolder(app.folder, under.replace("«App»", app.name).slice(1));
  const { source } = app.layout;
  const below = folder !== source && isBelow(folder, source) ? relativePath(source, folder) : "";
  return below === "" ? root : inFolder(root, below);
}

/** `add test TreeCard`: beside the file of that name. Throws `LEADER_UNSURE` if there is none, or several. */
export function addBeside(
  draft: SetupDraft,
  app: App,
  request: AddRequest & { readonly role: "test" | "story" },
): void {
  const found = leadersCalled(app, request.name, meantFeature(app, request.feature, draft));
  const [leader, second] = found;
  if (!leader || second)
    throw new ShelfError("LEADER_UNSURE", {
      path: request.name,
      other: request.role,
      paths: found.map(({ path }) => path),
    });
  const known = app.stack.roles[leader.role];
  const ofRole = known && withOwnStarters(app, leader.role, known).data.companions?.[request.role];
  const general = app.stack.beside?.[request.role];
  const extension = scriptExtension(leader.path);
  const companion = general ? { ...general, ending: general.ending + extension } : ofRole;
  if (!companion)
    throw new ShelfError("COMPANION_UNKNOWN", {
      path: request.role,
      other: leader.role,
      paths: Object.keys(app.stack.roles[leader.role]?.companions ?? {}),
    });
  // A single-file component is its own default, whatever stands in it.
  const isComponentFile = app.stack["default-exports"]?.includes(extensionOf(leader.path)) ?? false;
  const exported = exportOf(app.store.read(leader.path).toString(), leader.stem, isComponentFile);
  const making = { name: request.role, companion, leader: { ...leader, exported } };
  makeCompanion({ draft, app, feature: request.feature }, making);
}

interface Leader extends Pick<Wanted, "path" | "stem" | "words"> {
  readonly role: Role;
}

/** Code files on shelves whose name, or path, is the one that is asked for. */
function leadersCalled(app: App, asked: string, feature: string | undefined): Leader[] {
  const { layout, stack, store } = app;
  const key = wordsKey(splitWords(partsOf(nameOf(asked)).stem));
  const isAsked = (path: ProjectPath): boolean => `/${withoutExtension(path)}`.endsWith(`/${withoutExtension(asked)}`);
  const found: Leader[] = [];
  const visit = (folder: ProjectPath): void => {
    for (const name of [...store.entries(folder)].sort()) {
      const path = inFolder(folder, name);
      const kind = store.stat(path)?.kind;
      if (kind === "folder" && name !== "node_modules" && !name.startsWith(".")) visit(path);
      const parts = partsOf(name);
      if (kind !== "file" || !parts.leads || !stack.code.includes(extensionOf(name))) continue;
      const standing = layout.standingOf(path);
      if (!standing || (feature !== undefined && standing.feature !== feature)) continue;
      for (const role of standing.shelf.holds) {
        const [first] = standing.shelf.patterns.get(role) ?? [];
        const words = first ? wordsTyped(first, parts.stem) : splitWords(parts.stem);
        const isCalled = wordsKey(splitWords(parts.stem)) === key || (wordsKey(words) === key && first !== undefined);
        if (asked.includes("/") ? isAsked(path) : isCalled) found.push({ role, path, stem: parts.stem, words });
      }
    }
  };
  if (store.stat(layout.source)?.kind === "folder" || layout.source === "") visit(layout.source);
  return found.filter((each, index) => found.findIndex(({ path }) => path === each.path) === index);
}

function withoutExtension(path: string): string {
  return path.slice(0, path.length - extensionOf(nameOf(path)).length);
}

/** How a file gives away what it is named after: by that name, as its default, or only as a whole. */
interface Exported {
  readonly how: "named" | "default" | "whole";
  /** The name by which other code calls it. */
  readonly name: string;
}

function exportOf(text: string, stem: string, isComponentFile: boolean): Exported {
  const words = splitWords(stem);
  const [Pascal, camel] = [inCase(words, "Pascal"), inCase(words, "camel")];
  const { names, isDefault } = exportsOf(text);
  const named = [stem, Pascal, camel].find(names);
  if (named !== undefined) return { how: "named", name: named };
  return isDefault || isComponentFile ? { how: "default", name: Pascal } : { how: "whole", name: camel };
}
