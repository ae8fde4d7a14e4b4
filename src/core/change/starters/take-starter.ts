/**
 * `add starter ROLE --from FILE`: a file of the app becomes what new files of its role begin with, with all that goes beside it. Its name
 * and its feature's are words from then on, and filled in with its own, every starter gives its file again.
 */
import { listOf, roleMeant, type MakeData, type Role } from "../../app/arrangement/index.js";
import { fillStarter, partsOf, type StarterValues } from "../../app/index.js";
import { ShelfError } from "../../base/errors.js";
import { inCase, parseNamingPattern, readName, splitWords, wordsKey } from "../../base/names/index.js";
import { folderOf, inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import { applyEdits } from "../../base/text/index.js";
import type { ReferenceGraph } from "../../graph/index.js";
import type { AppAnalysis } from "../../insight/analysis.js";
import { FeatureName, wordsInPaths } from "../../insight/wiring/index.js";
import { languageFor, languagesInUse } from "../../languages/index.js";
import {
  companionStarterName,
  knownRole,
  nameByRole,
  SetupDraft,
  starterBase,
  starterName,
  valuesFor,
  type Filling,
  type SetUp,
} from "../setup/index.js";
import { generalise, type Generalised } from "./generalise.js";
import { partsFor } from "./parts-of-text.js";

/** What was asked. */
export interface StarterRequest {
  readonly analysed: AppAnalysis;
  readonly graph: ReferenceGraph;
  /** The word for the role. */
  readonly role: string;
  readonly from: ProjectPath;
}

/** One starter that was made. */
export interface MadeStarter extends Pick<Generalised, "words"> {
  readonly path: ProjectPath;
  readonly from: ProjectPath;
}

/** What came of it. */
export interface TakenStarters extends SetUp {
  readonly role: Role;
  readonly starters: readonly MadeStarter[];
  /** What else is called after the file, as it names it: a new file asks for its own. */
  readonly asks: readonly string[];
  /** What it names of its feature that is called otherwise: a new file asks for the same in its feature. */
  readonly alone: readonly string[];
}

/** Where starters go in an app that has none yet. */
const usualFolder = "starters";

/** A file of which a starter is made. */
interface Source {
  readonly path: ProjectPath;
  readonly name: string;
  /** Of a companion, what it goes beside. */
  readonly leader: { readonly path: ProjectPath; readonly stem: string } | undefined;
  readonly stem: string;
}

/** Draws it up. Throws `ROLE_UNKNOWN`, `STARTER_UNMADE` with the reason, `STARTER_THERE` where the role has one already. */
export async function takeStarter({ analysed, graph, role: word, from }: StarterRequest): Promise<TakenStarters> {
  await Promise.all(languagesInUse().map((language) => language.prepare()));
  const { app } = analysed;
  const role = knownRole(app, word);
  const refuse = (reason: string): ShelfError => new ShelfError("STARTER_UNMADE", { path: from, other: role, reason });
  const { configuration } = app;
  if (!configuration)
    throw refuse("no steady-shelf.yaml says where the team's starters lie; `steady-shelf init` writes one.");
  const { sources, words, feature, left } = sourcesOf({ analysed, role, from, refuse });
  const folder = configuration.starters ?? usualFolder;
  const at = inFolder(app.folder, folder);
  const draft = new SetupDraft(app.store);
  const inPaths = wordsInPaths([...analysed.catalogue.entries.keys()]);
  const name = new FeatureName(words, inPaths);
  const ofFeature = feature === undefined ? undefined : new FeatureName(splitWords(feature), inPaths);
  const set = new Set(sources.map(({ path }) => path));
  const starters: MadeStarter[] = [];
  const notes = [...left];
  const [asks, alone] = [new Set<string>(), new Set<string>()];
  for (const { path, name: starter, leader, stem } of sources) {
    const source = graph.tree.text(path);
    const text = source?.text;
    if (source && source.encoding !== "utf8") throw refuse(`${path} is not in UTF-8, as starters are.`);
    const reading = graph.files.get(path)?.reading;
    if (text === undefined || (languageFor(path) && (!reading || reading.problem)))
      throw refuse(
        `${path === from ? "it" : path} could not be read${reading?.problem ? ` (${reading.problem.message})` : ""}.`,
      );
    if (/[«»]/.test(text)) throw refuse(`${path} has « or » in it, between which stands what a starter fills in.`);
    const filling: Filling = { app, path, words, stem, feature, ...(leader && { leader }) };
    const values = valuesFor(filling);
    const parts = await partsFor({ app, graph, path, text, feature, set, values, name, ofFeature });
    if (parts.names === undefined && languageFor(path)?.names !== undefined)
      throw refuse(`${path === from ? "it" : path} could not be read, so what belongs together in it is not known.`);
    const made = generalise({ text, name, feature: ofFeature, stem: leader?.stem ?? stem, values, ...parts });
    if (filled(starter, made.text, values) !== text.replaceAll("\r\n", "\n"))
      throw refuse(`filled in with its own name, the starter does not give ${path} again.`);
    const to = inFolder(at, starter);
    if (draft.has(to)) throw new ShelfError("STARTER_THERE", { path: to, other: role });
    draft.make(to, made.text, "starter");
    starters.push({ path: to, from: path, words: made.words });
    for (const each of [...parts.asks, ...made.asks]) asks.add(each);
    for (const each of parts.ofFeatureAlone) alone.add(each);
    if (made.words.length === 0) notes.push(`${starter} has no name in it, so every new file will be as ${path} is.`);
  }
  if (configuration.starters === undefined) {
    const { configurationEdits } = await import("../../app/configuration/edit-configuration.js");
    draft.edit(
      configuration.file,
      (text) => applyEdits(text, configurationEdits(text, { starters: folder })),
      "says where the starters lie",
    );
  }
  const setUp = draft.finish();
  return { ...setUp, notes: [...setUp.notes, ...notes], role, starters, asks: [...asks], alone: [...alone] };
}

function filled(file: string, text: string, values: StarterValues): string | undefined {
  try {
    return fillStarter({ file, text }, values, () => true);
  } catch (error) {
    if (error instanceof ShelfError) return undefined;
    throw error;
  }
}

interface Sources {
  readonly sources: readonly Source[];
  /** The words of the name. */
  readonly words: readonly string[];
  readonly feature: string | undefined;
  /** What goes with the file and is not taken, a sentence each. */
  readonly left: readonly string[];
}

interface Asked {
  readonly analysed: AppAnalysis;
  readonly role: Role;
  readonly from: ProjectPath;
  readonly refuse: (reason: string) => ShelfError;
}

/** The file, what it is made of together with, and what goes beside each. */
function sourcesOf({ analysed, role, from, refuse }: Asked): Sources {
  const { app, catalogue } = analysed;
  const entry = catalogue.entries.get(from);
  if (!entry) throw refuse("it is no file of this app.");
  if (entry.leader !== undefined) throw refuse(`it goes with ${entry.leader}: say that, and it is taken along.`);
  const makes = app.stack.roles[role]?.makes ?? [];
  const roles = new Set<string>([role, ...makes.map((make) => make.role ?? role)]);
  const is = entry.role.is ?? "nothing that is known";
  // Whoever says what a file is knows more than we, as long as it lies where such files do.
  const liesRight = entry.standing?.shelf.holds.some((each) => roles.has(each)) === true;
  if (!roles.has(is) && !liesRight) throw refuse(`it is taken for ${is}.`);
  if (partsOf(nameOf(from)).stem === "index")
    throw refuse("it is called after its folder, and new files have names of their own.");
  const own = makeOf(makes, from);
  const called = own ? undefined : nameByRole(app, role, from);
  const left: string[] = [];
  const derived =
    called && !called.pattern
      ? (calledAs(withoutRole(called.words, role), called.stem) ??
        calledAs(splitWords(entry.feature.is ?? ""), called.stem))
      : undefined;
  if (called && !called.pattern)
    left.push(
      `${nameOf(from)} is called otherwise than the patterns for ${role} say here, and new files go by those. \`names:\` in steady-shelf.yaml gives it one${derived ? ` (\`${role}: "${derived.pattern}"\`)` : ""}.`,
    );
  const words = own?.words ?? derived?.words ?? called?.words ?? [];
  if (words.length === 0) throw refuse("its name has no words.");
  const isSame = (path: ProjectPath): boolean => {
    const other = catalogue.entries.get(path);
    return other?.leads === true && other.feature.is === entry.feature.is && roles.has(other.role.is ?? "");
  };
  const parts = own
    ? [...catalogue.entries.keys()].flatMap((path) => {
        const made = isSame(path) ? makeOf(makes, path) : undefined;
        return made && wordsKey(made.words) === wordsKey(words) ? [{ path, make: made.make }] : [];
      })
    : [{ path: from, make: undefined }];
  const sources = parts.flatMap(({ path, make }): Source[] => {
    const { stem, rest } = partsOf(nameOf(path));
    const base = starterBase(role, make);
    const main = { path, name: starterName(base, rest), leader: undefined, stem };
    if (base !== role) return [main];
    return [main, ...companionsOf({ analysed, role, path, stem, left })];
  });
  return { sources, words, feature: entry.standing?.feature, left };
}

/** The words of a name without those that only say its role: `Login.screen` → `login`. */
function withoutRole(words: readonly string[], role: Role): readonly string[] {
  const isRole = (word: string | undefined): boolean => word !== undefined && roleMeant(word) === role;
  const end = isRole(words.at(-1)) ? words.length - 1 : words.length;
  return words.length === end ? [] : words.slice(0, end);
}

/** The pattern of a name in which some words are its own: `("rota", "rotaSlice")` → `{camel}Slice`. */
function calledAs(
  words: readonly string[],
  stem: string,
): { readonly pattern: string; readonly words: readonly string[] } | undefined {
  for (const joined of ["Pascal", "camel", "kebab", "snake"] as const) {
    const at = stem.indexOf(inCase(words, joined));
    const parsed =
      words.length === 0 || at < 0
        ? undefined
        : parseNamingPattern(`${stem.slice(0, at)}{${joined}}${stem.slice(at + inCase(words, joined).length)}`);
    const read = typeof parsed === "object" ? readName(parsed, stem) : undefined;
    if (typeof parsed === "object" && read) return { pattern: parsed.text, words: read };
  }
  return undefined;
}

/** Of the files that make up a role, the one that a path is, with the words of its name. */
function makeOf(
  makes: readonly MakeData[],
  path: ProjectPath,
): { readonly make: MakeData; readonly words: readonly string[] } | undefined {
  const { stem } = partsOf(nameOf(path));
  for (const make of makes)
    for (const text of listOf(make.files)) {
      const pattern = parseNamingPattern(text);
      const words = typeof pattern === "object" ? readName(pattern, stem) : undefined;
      if (words) return { make, words };
    }
  return undefined;
}

/** What goes beside a file, by what it is to it. */
function companionsOf({
  analysed: { app, catalogue },
  role,
  path,
  stem,
  left,
}: {
  readonly analysed: AppAnalysis;
  readonly role: Role;
  readonly path: ProjectPath;
  readonly stem: string;
  readonly left: string[];
}): Source[] {
  const known = Object.entries(app.stack.roles[role]?.companions ?? {});
  const taken = new Map<string, Source>();
  for (const each of catalogue.entries.values()) {
    if (each.leader !== path) continue;
    const name = nameOf(each.path);
    const rest = name.slice(stem.length);
    const kind = known.find(([, { ending }]) => ending === rest)?.[0] ?? each.role.is ?? "";
    const isKind = known.some(([one]) => one === kind) || kind === "style" || kind === "test" || kind === "story";
    const why = !name.startsWith(stem)
      ? "its name does not begin as that does"
      : !isKind
        ? `nothing of its kind is made beside a new ${role}`
        : taken.has(kind)
          ? `it is a second ${kind}`
          : undefined;
    if (why !== undefined) {
      left.push(`${each.path} goes with ${nameOf(path)} and is not taken along: ${why}.`);
      continue;
    }
    if (folderOf(each.path) !== folderOf(path) && app.stack.roles[role]?.companions?.[kind]?.under === undefined)
      left.push(`${each.path} lies in another folder; what is made from its starter goes beside the new file.`);
    taken.set(kind, {
      path: each.path,
      name: companionStarterName(role, kind, rest),
      leader: { path, stem },
      stem: stem + rest.replace(/\..*$/, ""),
    });
  }
  return [...taken.values()];
}
