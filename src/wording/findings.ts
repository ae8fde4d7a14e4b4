/** The words for findings: what is wrong, as a sentence without a full stop, and what to do about it. */
import { aRole, manyOf, type Role } from "../core/app/arrangement/index.js";
import type { Case, CaseDetails, Finding } from "../core/insight/rules/index.js";
import { wordsOfReason } from "./reasons.js";
import { count, enumerate, grouped } from "./words.js";

/** A finding in words. */
export interface Told {
  readonly says: string;
  readonly advice: string;
}

const moveTo = (folder: string | undefined, role: Role | undefined): string =>
  folder !== undefined
    ? `Move it to ${folder}/.`
    : role === undefined
      ? "Say what it is under `files:`, or give its folder a shelf (a folder with a job)."
      : `Give ${manyOf(role)} a shelf (a folder with a job), or say under \`files:\` what this file is.`;

const density = (factor: number): string => (factor === 1 ? "no plain version" : `no @${factor}x version`);

const ownFolder = (inside: string): string => (inside === "" ? "its own folder" : `${inside}/`);

/** The first few of many names. */
const firstOf = (names: readonly string[], most = 3): string =>
  names.length <= most ? enumerate(names) : `${names.slice(0, most).join(", ")} and ${names.length - most} more`;

const registeredAs: Readonly<Record<CaseDetails["registered twice"]["registered"], string>> = {
  path: "path",
  name: "route",
  screen: "screen",
  store: "store",
};

/** A file's name without its extension, where it can be typed in a terminal as it is. */
const plainStem = (path: string): string | undefined => /^([\w-]+)\.\w+$/.exec(fileName(path))?.[1];

/** A line of a text, as far as it says what it is. */
const shortened = (line: string): string => (line.length <= 60 ? line : `${line.slice(0, 58)} …`);

const wording: { readonly [Code in keyof CaseDetails]: (detail: CaseDetails[Code]) => Told } = {
  "name off pattern": ({ stem, pattern, role, wanted }) => ({
    says: `${stem} does not follow ${pattern}, the pattern for ${manyOf(role)} here`,
    advice: wanted === undefined ? `Give it a name that follows ${pattern}.` : `Rename it to ${wanted}.`,
  }),
  "folder misnamed": ({ folder, wanted, taken }) => ({
    says: `the folder ${folder}/ should be called ${wanted}/`,
    advice: taken === undefined ? `Rename it to ${wanted}/.` : `${taken}/ exists as well: merge the two.`,
  }),
  "exports another name": ({ stem, name, kind, wanted, file, called }) => ({
    says: `${stem} mainly exports ${name}`,
    advice:
      called === undefined
        ? `Rename the file to ${wanted}, or the ${kind} in your editor.`
        : `Rename the file to ${wanted}, or the ${kind} everywhere: \`steady-shelf rename ${file} ${name} ${called}\`.`,
  }),
  "names alike but for case": ({ name, twin }) => ({
    says: `${name} and ${twin} differ only in case`,
    advice: "Rename one of them, or merge the two.",
  }),
  "name not portable": ({ name, reason }) => ({
    says: `${name} is not a valid name on every system: ${reason}`,
    advice: "Rename it.",
  }),
  "name says nothing": ({ stem }) => ({
    says: `the name ${stem} does not say what the file holds`,
    advice: "Name it after what it holds.",
  }),
  "name beside another": ({ stem, other }) => ({
    says: `${stem} exists beside ${other}, and its name does not say why`,
    advice: "Name it after what it holds, or delete it.",
  }),
  "name numbered": ({ stem, other }) => ({
    says: `${stem} is a second ${other}, and its name does not say what for`,
    advice: "Name it after what it holds.",
  }),
  "on no shelf": ({ role, goesTo }) => ({
    says: `it is on no shelf${role === undefined ? "" : `; it looks like ${aRole(role)}`}`,
    advice: moveTo(goesTo, role),
  }),
  "among other roles": ({ role, holds, goesTo }) => ({
    says:
      holds.length === 1 && holds[0] === "entry"
        ? `it looks like ${aRole(role)}, but is in the source root, where only entry files belong`
        : `it looks like ${aRole(role)}, but is in a folder for ${enumerate(holds.map(manyOf))}`,
    advice: moveTo(goesTo, role),
  }),
  "among other features": ({ role, feature, in: there, because, goesTo }) => ({
    says: `it ${feature === undefined ? "serves no single feature" : `is part of ${feature}`}, but is with ${
      there === undefined ? "shared code" : `the files of ${there}`
    }${because === undefined ? "" : `: ${wordsOfReason(because)}`}`,
    advice: moveTo(goesTo, role),
  }),
  "away from its file": ({ leader, goesTo }) => ({
    says: `it belongs to ${leader}, but is in another folder`,
    advice: `Move it to ${goesTo}/.`,
  }),
  crowded: ({ folder, files, features, most }) => ({
    says: `${folder}/ holds ${count(files, "file")}${features > 1 ? ` of ${features} features` : ""}; the limit is ${most}`,
    advice:
      features > 1
        ? "Give each feature a folder of its own, or arrange the app feature-first."
        : "Split it by what its files are for.",
  }),
  "unlike other features": ({ feature, role, inside, usual, features }) => ({
    says: `${feature} keeps its ${manyOf(role)} in ${ownFolder(inside)}; ${count(features, "other feature")} ${
      features === 1 ? "keeps" : "keep"
    } them in ${usual}/`,
    advice: `Move them to ${usual}/, as in the other features.`,
  }),
  "may not import": ({ from, to, target }) => ({
    says: `${from} may not import from ${from === to ? "that of another feature" : to}, but imports ${target}`,
    advice: "Reverse the dependency, or move what both need to a shelf that both may import from.",
  }),
  "past the index": ({ feature, target }) => ({
    says: `${target} is internal to ${feature}`,
    advice: `Import it from the index of ${feature}; export it there if others need it.`,
  }),
  "features in a circle": ({ features, links, weakest }) => {
    const shown = links.map(({ from, to, references }) => `${from} → ${to} (${references})`);
    const told = shown.length > 6 ? `${shown.slice(0, 6).join(", ")} and ${shown.length - 6} more` : shown.join(", ");
    return {
      says: `${features.length > 4 ? `${features.length} features` : enumerate(features)} depend on each other in a circle: ${told}`,
      advice: `The weakest link is ${weakest.from} → ${weakest.to}: ${weakest.file} imports ${weakest.target}.`,
    };
  },
  "shared depends on feature": ({ file, feature, target, goesTo }) => ({
    says: `${file} is shared but depends on ${feature}: it imports ${target}`,
    advice: `Pass in what it needs from ${feature}${goesTo === undefined ? "" : `, or move it to ${goesTo}/`}.`,
  }),
  unresolved: ({ specifier, others, namesake }) => ({
    says: `${specifier} is unresolved: there is no such file${others === 0 ? "" : ` (${others} more files reference it)`}`,
    advice:
      namesake === undefined
        ? others === 0
          ? "Correct the path, or restore the file."
          : "Restore the file, or correct the paths."
        : `Lead ${others === 0 ? "it" : "them"} to ${namesake}, the only file called so, or restore the file.`,
  }),
  "several unresolved": ({ specifier, references }) => ({
    says: `${count(references, "path")} of this file into one folder are unresolved: ${specifier}, …`,
    advice: "Restore the files, or correct the paths.",
  }),
  "folder missing": ({ folder, references, files }) => ({
    says: `there is no folder ${folder}/: ${count(references, "path")} in ${count(files, "file")} lead into it`,
    advice: "Restore the folder, or correct the paths.",
  }),
  "unresolved alike": ({ specifier, places, files }) => ({
    says: `${specifier} leads from ${count(files, "file")} to ${count(places, "place")}, none of which is a file`,
    advice: "Correct the paths. If a bundler puts a file in place of these letters, accept the finding.",
  }),
  "packages unknown": ({ packages, files }) => ({
    says: `${count(files, "sheet")} ${files === 1 ? "uses" : "use"} ${
      packages.length === 1
        ? `${firstOf(packages)}, a package that is`
        : `${firstOf(packages)}, ${packages.length} packages that are`
    } neither declared nor installed`,
    advice: `Declare ${packages.length === 1 ? "it" : "them"} in package.json, or say what the beginning stands for under \`aliases:\`.`,
  }),
  "alias unknown": ({ prefix, references, files, alias = prefix, target, resolved = 0 }) => ({
    says: `no alias explains ${prefix}: ${count(references, "import")} in ${count(files, "file")} ${
      references === 1 ? "uses" : "use"
    } it`,
    advice:
      target === undefined
        ? `Say in steady-shelf.yaml what it stands for: \`aliases: { "${prefix.replace(/\/$/, "")}": FOLDER }\`.`
        : `With \`aliases: { "${alias.replace(/\/$/, "")}": ${target} }\` in steady-shelf.yaml, ${
            references === 1
              ? "it leads"
              : resolved === references
                ? `all ${grouped(references)} lead`
                : `${grouped(resolved)} of ${grouped(references)} lead`
          } to a file.`,
  }),
  "in another case": ({ specifier, name }) => ({
    says: `${specifier} resolves on some systems only: the name on disk is ${name}`,
    advice: "Spell it as it is on disk.",
  }),
  climbs: ({ specifier, folders, target, alias }) => ({
    says: `${specifier} goes up ${count(folders, "folder")} to reach ${target}`,
    advice: `Use the alias: ${alias}.`,
  }),
  "several unused": ({ folder, paths }) => ({
    says: `${count(paths.length, "file")} in ${folder}/ ${paths.length === 1 ? "is" : "are"} used nowhere: ${firstOf(paths.map((path) => path.slice(path.lastIndexOf("/") + 1)))}`,
    advice: "Delete them (git keeps them), or say under `files:` that they stay.",
  }),
  "in no target": () => ({
    says: "no target builds it",
    advice: "Add it to a target in the project, delete it, or set it to `leave` under `files:`.",
  }),
  "registered twice": ({ registered, text, first }) => ({
    says: `the ${registeredAs[registered]} ${text} is ${first === undefined ? `registered before in this ${registered === "store" ? "file" : "list"}` : `already registered in ${first}`}`,
    advice:
      registered === "path"
        ? "Give one of the two another path, or take it out: only the first is ever shown."
        : "Give one of the two another name.",
  }),
  "no frame": ({ screen, framed, layouts }) => ({
    says: `stands in no frame, as ${count(framed, "other screen")} ${framed === 1 ? "does" : "do"} (${firstOf(layouts.map(fileName))})`,
    advice: `Put it into one (\`steady-shelf add layout ${(layouts.length === 1 && layouts[0] !== undefined && plainStem(layouts[0])) || "NAME"} --wrap ${/^[\w./-]+$/.test(screen) ? screen : "SCREEN"}\`), or set it to \`leave\` under \`files:\`.`,
  }),
  "framed twice": ({ screen, layout, other }) => ({
    says: `${fileName(screen)} stands in ${fileName(layout)} twice: here, and in ${other}`,
    advice: "Take one of the two out.",
  }),
  "two frames": ({ screen, layouts }) => ({
    says: `${fileName(screen)} stands in ${enumerate(layouts.map(fileName))}, which stand alone around others`,
    advice: "Take one of them out, or put one into the other for every screen.",
  }),
  "feature not listed": ({ feature, names, listed }) => ({
    says: `${feature} is not listed here, as ${count(listed, "other feature")} ${listed === 1 ? "is" : "are"}: ${enumerate(names)} ${names.length === 1 ? "is" : "are"} not taken in`,
    advice:
      "List it as the others are (`steady-shelf check --rule half-wired-feature --fix` writes the lines), or set its files to `leave` under `files:`.",
  }),
  "twin in target": ({ name, other, target }) => ({
    says: `${target} is built of another ${name} already: ${other}`,
    advice: "Rename one of them (`steady-shelf move` updates what points to it), or delete the copy.",
  }),
  "file without prefix": ({ name, prefix }) => ({
    says: `${name} does not begin with ${prefix}, as most others do`,
    advice: `Call it ${prefix}${name}: \`steady-shelf move\` updates what names it.`,
  }),
  "without prefix": ({ name, prefix }) => ({
    says: `${name} does not begin with ${prefix}`,
    advice: `Rename it to ${prefix}${name}: \`steady-shelf rename\` takes its uses along.`,
  }),
  "without suffix": ({ name, suffix }) => ({
    says: `${name} does not end with ${suffix}, as the others of its kind do`,
    advice: "Rename it: `steady-shelf rename` takes its uses along.",
  }),
  "namespace of another folder": ({ name, wanted }) => ({
    says: `it lies in ${name}, and its folder stands for ${wanted}`,
    advice: `Put it in ${wanted}, or move the file: \`steady-shelf move\` takes the namespace along.`,
  }),
  "several types": ({ names, file }) => ({
    says: `it holds ${enumerate(names.length > 3 ? [...names.slice(0, 2), `${names.length - 2} more`] : names)}, too; nearly every other file holds one type`,
    advice: `Give each a file of its own: \`steady-shelf split ${file}\`.`,
  }),
  "view without view-model": ({ views, bound }) => ({
    says: `it has no view-model; ${bound} of ${views} views have one`,
    advice: "Add one with `steady-shelf add view-model NAME`, or say that it needs none under `files:` (`leave`).",
  }),
  "view-model without view": ({ views, bound }) => ({
    says: `no view shows it; ${bound} of ${views} view-models have a view`,
    advice: "Add its view with `steady-shelf add view NAME`, or remove what nobody needs any more.",
  }),
  "in no group": ({ name }) => ({
    says: `${name} is built, and no group shows it`,
    advice: "Drag the file into a group of the project.",
  }),
  "group of another folder": ({ name, folder }) => ({
    says: `the group ${name} stands for the folder ${folder}`,
    advice: `Call the group ${folder}, or move the folder: \`steady-shelf move\` takes the group along.`,
  }),
  "takes in nothing": ({ specifier, isPattern }) => ({
    says: isPattern ? `${specifier} takes in nothing` : `${specifier} is not there`,
    advice: "Correct the path, or take the line out.",
  }),
  "given too late": ({ line, names, user, at, entry, effect }) => ({
    says: `${shortened(line)} is in the wrong place: ${user}:${String(at)} needs ${firstOf(names)} before that is defined, so ${effect === "as text" ? `the call stays in the compiled ${entry} as text` : `${entry} ${effect === "broken" ? "does" : "may"} not compile`}`,
    advice: "Move the line, so that what defines a name comes before what needs it.",
  }),
  "set too late": ({ name, giver, line }) => ({
    says: `${name} is set here after ${giver} has used its default, and nothing needs it any more, so it changes nothing`,
    advice: `Set it before line ${line}, which takes the default in, or delete it.`,
  }),
  "compiled twice": ({ sheet, entry, statements }) => ({
    says: `${sheet} is imported here once more, so ${entry} has its ${count(statements, "statement")} twice`,
    advice: "Import it once, where its place in the order matters most, or take it in with @use.",
  }),
  "many compiled twice": ({ sheets, statements }) => ({
    says: `${count(sheets.length, "sheet")} ${sheets.length === 1 ? "is" : "are"} imported more than once, among them ${firstOf(sheets, 2)}, so ${count(statements, "statement")} ${statements === 1 ? "is" : "are"} compiled again`,
    advice: "Import each once, in the entry, or take them in with @use, which compiles each once.",
  }),
  "taken in by nothing": () => ({
    says: "no sheet, script or page takes it in",
    advice: "Take it in where it belongs, or delete it.",
  }),
  "partial without mark": ({ name, marked, partials }) => ({
    says: `other sheets take it in, and it has no underscore; ${marked} of ${partials} partials here have one`,
    advice: `Call it ${name}, so that it is not compiled by itself.`,
  }),
  "compiled by itself": ({ by, at, user }) => ({
    says: `${by}:${at} compiles it by itself, ${user === undefined ? "and it is called as a partial" : `and ${user} takes it in`}`,
    advice:
      user === undefined
        ? "Let the script name the sheet that takes it in, or call this one without the underscore."
        : "Give it an underscore, so that it is not compiled by itself, or let the script name the entry.",
  }),
  imported: ({ sheets }) => ({
    says: `${count(sheets, "sheet is", "sheets are")} taken in with @import, which Sass is giving up`,
    advice: "`check --rule sheet-import --fix` takes them in as modules, where what is compiled stays the same.",
  }),
  "sections out of order": ({ lines, section, other, isBehind }) => ({
    says: `a line of ${section} stands ${isBehind ? "behind" : "before"} those of ${other}${lines > 1 ? `; ${lines} lines are out of the order of the sections` : ""}`,
    advice: "`check --rule sheet-sections --fix` moves it, where what is compiled stays the same.",
  }),
  "sections without headings": ({ sections }) => ({
    says: `no comment says which lines are of ${enumerate([...sections])}`,
    advice: "`check --rule sheet-sections --fix` writes one above each section.",
  }),
  "name unused": ({ name }) => ({
    says: `${name} is used nowhere`,
    advice: "Delete it, or use it.",
  }),
  "names unused": ({ names }) => ({
    says: `${count(names.length, "name")} of it are used nowhere, among them ${firstOf(names, 3)}`,
    advice: "Delete what nobody needs.",
  }),
  "groups out of order": ({ names }) => ({
    says: `${names.length === 1 ? "the group" : `${names.length} groups:`} ${firstOf(names)}${names.length === 1 ? " lists" : "; they list"} what ${names.length === 1 ? "it holds" : "they hold"} in another order than the configuration asks for`,
    advice: "Run `steady-shelf arrange --order kind,alphabet`, or `check --fix`.",
  }),
  unused: () => ({
    says: "nothing references it, and no text mentions it",
    advice: "Delete it, or set it to `leave` under `files:`.",
  }),
  "unused in several folders": ({ name, paths }) => ({
    says: `${name} is used in none of the ${paths.length} folders that have it`,
    advice: "Delete the copies, or set them to `leave` under `files:`.",
  }),
  "copied between folders": ({ folder, assets }) => ({
    says: `${assets} assets are the same in several folders of ${folder}/`,
    advice: "Keep what they share in one folder, and let all reference that.",
  }),
  "copied elsewhere": ({ folder, twin, assets }) => ({
    says: `${assets} assets below ${folder}/ are the same as those at the same places below ${twin === "" ? "the root" : `${twin}/`}`,
    advice: "Keep one copy of them; let git ignore a folder that a build writes.",
  }),
  "twins in one folder": ({ folder, assets }) => ({
    says: `${assets} assets of ${folder === "" ? "the root" : `${folder}/`} are the same under other names there`,
    advice: "Keep one of each, and let everything reference that one; or say under `files:` that they stay.",
  }),
  identical: ({ twin, others }) => ({
    says: `it is identical to ${twin}${others === 0 ? "" : ` and to ${count(others, "other")}`}`,
    advice: "Keep one of them, and let everything reference that one.",
  }),
  "densities missing": ({ missing }) => ({
    says: `it has ${enumerate(missing.map(density))}`,
    advice: "Add what is missing, or use one vector image instead.",
  }),
  "action declared twice": ({ action, first }) => ({
    says: `the action ${action} is already declared in ${first ?? "this file"}`,
    advice: "Rename one of the two, or declare it in one place.",
  }),
  "action without prefix": ({ action, feature }) => ({
    says: `the action ${action} does not start with its feature, ${feature}`,
    advice: `Start it with ${feature}, like the others.`,
  }),
  "long reducer": ({ lines, most }) => ({
    says: `this reducer has ${count(lines, "line")}; the limit is ${most}`,
    advice:
      "Split it: one reducer for each part of the state. If it holds actions as well, `steady-shelf split` takes them out.",
  }),
  "state apart": ({ name, beside }) => ({
    says: `the state of ${name} is kept in ${count(beside.length + 1, "file")}: ${enumerate(beside.map(fileName))} as well`,
    advice: "Put it in one file: `steady-shelf arrange --state together`.",
  }),
  "state together": ({ name }) => ({
    says: `the state of ${name} is kept in one file, actions and all`,
    advice: "Give its actions a file of their own: `steady-shelf arrange --state apart`.",
  }),
  "secret tracked": ({ name, keys }) => ({
    says: `${name} contains ${keys.length === 0 ? "local settings" : someOf(keys)} and is not ignored by git`,
    advice: `Add ${name} to .gitignore and run \`git rm --cached ${name}\`${keys.length === 0 ? "" : "; change whatever was secret"}.`,
  }),
  "secret in sample": ({ key }) => ({
    says: `the value of ${key} looks like a secret, and a sample is for everybody`,
    advice: `Leave the value out (\`${key}=\`), and change the secret: it stays in the history.`,
  }),
  "key not listed": ({ key, sample }) => ({
    says: `${key} is read here, and nothing gives it: ${sample} does not list it`,
    advice: `Add the line \`${key}=\` to ${sample}, so that everybody knows of it.`,
  }),
  "keys not listed": ({ keys, sample }) => ({
    says: `${someOf(keys)} are read in this file, and nothing gives them: ${sample} lists none of them`,
    advice: `Add a line without a value for each to ${sample}, so that everybody knows of them.`,
  }),
  "no sample": ({ keys }) => ({
    says: `the app reads ${someOf(keys)} from its environment, and nothing lists ${keys.length === 1 ? "it" : "them"}`,
    advice: `Make .env.example with a line for ${keys.length === 1 ? "it" : "each"}, without ${keys.length === 1 ? "a value" : "values"}.`,
  }),
};

/** Keys of an environment, the first of them by name. */
function someOf(keys: readonly string[]): string {
  return enumerate([...keys.slice(0, 5), ...(keys.length > 5 ? [count(keys.length - 5, "other key")] : [])]);
}

function fileName(path: string): string {
  return path.slice(path.lastIndexOf("/") + 1);
}

/** The code of every case. */
export const caseCodes = Object.keys(wording) as readonly Case["code"][];

/** What a finding says, and its advice. */
export function tell({ what }: Pick<Finding, "what">): Told {
  return (wording[what.code] as (detail: Case) => Told)(what);
}

/** Both as one text. */
export function tellWhole(finding: Pick<Finding, "what">): string {
  const { says, advice } = tell(finding);
  return `${says}. ${advice}`;
}
