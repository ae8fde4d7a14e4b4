/**
 * Every way in which Steady Shelf refuses, in one table: what is wrong, and what to do next.
 *
 * What is wrong with the *user's app* is data (findings, problems, a proof that does not hold). These errors
 * are for wrong usage, unreadable input, a project that is not in a state to be changed, and broken invariants.
 * Only the outermost layer turns them into text and an exit code.
 */

/** A place in a file, lines and columns from 1. */
export interface Place {
  readonly file: string;
  readonly line?: number;
  readonly column?: number;
}

/** The kinds of refusal, which the command line turns into exit codes 2, 3 and 1. */
export type Refusal = "usage" | "state" | "proof";

/** What one refusal says. */
export interface Entry {
  readonly refusal: Refusal;
  readonly what: (detail: Detail) => string;
  readonly next: (detail: Detail) => string;
}

/** What an error is about. Which fields are set depends on the code. */
export interface Detail {
  readonly path?: string;
  readonly other?: string;
  readonly reason?: string;
  readonly paths?: readonly string[];
  readonly place?: Place;
}

const list = (detail: Detail): string => (detail.paths ?? []).map((path) => `\n    ${path}`).join("");

const shortened = (text = ""): string => (text.length > 60 ? `${text.slice(0, 40)}…` : text);

/** `action` → `an action`. */
const withArticle = (word = ""): string => `${/^(?!use)[aeiou]/.test(word) ? "an" : "a"} ${word}`;
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

export const catalogue = {
  SOURCE_MISSING: {
    refusal: "usage",
    what: (d) => `There is no file or folder ${d.path} in this project.`,
    next: (d) =>
      d.other ? `Did you mean ${d.other}?` : "Look at the path, which is read from the folder you stand in.",
  },
  SOURCE_NOT_OURS: {
    refusal: "usage",
    what: (d) => `${d.path} is ${d.reason}, so it is not moved.`,
    next: () => "Move it by hand, or name a file that belongs to the project.",
  },
  PLACE_NOT_OURS: {
    refusal: "usage",
    what: (d) => `${d.path} cannot be made: it would lie ${d.reason}.`,
    next: () => "Choose another place, or run the command in the project to which that place belongs.",
  },
  PLAN_TAKEN: {
    refusal: "usage",
    what: (d) => `${d.path} is there already, and --save never replaces a file.`,
    next: () => "Choose another name for the plan, or delete that file first.",
  },
  NOTHING_MATCHES: {
    refusal: "usage",
    what: (d) => `No file matches ${d.path}.`,
    next: () => "Quote the pattern, and remember that it is read from the folder you stand in.",
  },
  OUTSIDE_PROJECT: {
    refusal: "usage",
    what: (d) => `${d.path} lies outside the project.`,
    next: (d) => `Stay below ${d.other ?? "the project's root"}, or name another project with --project.`,
  },
  THROUGH_LINK: {
    refusal: "usage",
    what: (d) => `${d.path} would be reached through the symbolic link ${d.other}.`,
    next: () => "Name the real folder instead: nothing is ever written through a link.",
  },
  TARGET_EXISTS: {
    refusal: "usage",
    what: (d) => `${d.path} exists already, so ${d.other} cannot move there.`,
    next: () => "Choose another name, or move the file that is there in the same plan.",
  },
  TARGET_TWICE: {
    refusal: "usage",
    what: (d) => `${d.paths?.join(" and ")} would both become ${d.path}${d.reason ? ` (${d.reason})` : ""}.`,
    next: () => "Give one of them another name.",
  },
  SOURCE_TWICE: {
    refusal: "usage",
    what: (d) => `${d.path} is moved twice: ${d.reason}.`,
    next: () => "Keep one of the two.",
  },
  INTO_ITSELF: {
    refusal: "usage",
    what: (d) => `The folder ${d.path} cannot move into itself (${d.other}).`,
    next: () => "Choose a target outside of it.",
  },
  TARGET_NOT_FOLDER: {
    refusal: "usage",
    what: (d) => `${d.path} is a file, so nothing can move into it.`,
    next: () => "With more than one source, or a target that ends in /, the target is a folder.",
  },
  PLAN_UNREADABLE: {
    refusal: "usage",
    what: (d) => `The plan cannot be used: ${d.reason}`,
    next: () =>
      "A plan holds `version: 1` and `moves:` with `from:` and `to:`; `move … --save FILE` writes one to start from.",
  },
  CONFIG_BROKEN: {
    refusal: "usage",
    what: (d) => `This configuration cannot be read: ${d.reason}`,
    next: () => "Repair it first: what it decides cannot be known otherwise.",
  },
  ACCEPTED_UNREADABLE: {
    refusal: "usage",
    what: (d) => `The list of accepted findings cannot be read: ${d.reason}`,
    next: () => "Correct it; or delete it, and write it anew with `steady-shelf check --accept --write`.",
  },
  COMMIT_UNKNOWN: {
    refusal: "usage",
    what: (d) => d.reason ?? `git knows no commit ${d.path} here, so what changed since then cannot be told.`,
    next: () => "Name a commit, a branch or a tag that is there, or leave the option out.",
  },
  NO_LAST_LOOK: {
    refusal: "state",
    what: () => "There is no git history here, and no earlier look was kept, so nobody can tell where files were.",
    next: (d) =>
      d.reason ??
      "Where they lie was kept just now, and every look keeps it from here on: `mend` goes by that next time.",
  },
  RULE_UNKNOWN: {
    refusal: "usage",
    what: (d) => `There is no rule ${d.path}.`,
    next: (d) => `${d.other ? `Did you mean ${d.other}? ` : ""}There are ${(d.paths ?? []).join(", ")}.`,
  },
  NOT_CATALOGUED: {
    refusal: "usage",
    what: (d) => `${d.path} is ${d.reason}, so there is nothing to explain.`,
    next: () => "Name a file of the app's own code, style or assets.",
  },
  FIX_NEEDS_CONFIGURATION: {
    refusal: "usage",
    what: () => "Nothing is repaired in an app whose arrangement was only guessed.",
    next: () =>
      "Write down what it should be with `steady-shelf init --write`; then `check --fix` knows where things belong.",
  },
  STACK_UNKNOWN: {
    refusal: "usage",
    what: (d) => `There is no stack ${d.path}.`,
    next: (d) => `${d.other ? `Did you mean ${d.other}? ` : ""}There are ${(d.paths ?? []).join(", ")}.`,
  },
  STACK_UNSURE: {
    refusal: "usage",
    what: (d) => `Nothing in ${d.path} tells how the app is built.`,
    next: (d) =>
      `Say it with \`steady-shelf init --stack NAME\`, or under \`stack:\` in steady-shelf.yaml: ${(d.paths ?? []).join(", ")}.`,
  },
  ARRANGEMENT_UNKNOWN: {
    refusal: "usage",
    what: (d) => `There is no arrangement ${d.path}${d.reason ? `: ${d.reason}` : ""}.`,
    next: (d) =>
      d.paths
        ? `${d.other ? `Did you mean ${d.other}? ` : ""}There are ${d.paths.join(", ")}, or the path of your own file.`
        : "The path is read from the app's folder.",
  },
  ARRANGEMENT_UNFIT: {
    refusal: "usage",
    what: (d) => `The arrangement ${d.path} is not made for ${d.other}.`,
    next: (d) => `Choose one of ${(d.paths ?? []).join(", ")}.`,
  },
  EXAMPLE_UNFIT: {
    refusal: "usage",
    what: (d) => `${d.path} cannot be the example for the other features: ${d.reason}.`,
    next: () => "Name the folder of one feature that is arranged as the others should be, such as src/features/rota.",
  },
  SET_UP_ALREADY: {
    refusal: "usage",
    what: (d) => `This app is set up already: ${d.reason}.`,
    next: (d) => `Edit ${d.path} to change that. Nothing was written.`,
  },
  ROLE_UNKNOWN: {
    refusal: "usage",
    what: (d) => `There is no role ${d.path}${d.reason ? ` in ${d.reason}` : ""}.`,
    next: (d) => `${d.other ? `Did you mean ${d.other}? ` : ""}There are ${(d.paths ?? []).join(", ")}.`,
  },
  ROLE_NOT_MADE: {
    refusal: "usage",
    what: (d) => `${d.path} is nothing that can begin empty.`,
    next: (d) => d.reason ?? "",
  },
  NO_SHELF: {
    refusal: "usage",
    what: (d) => `${d.other} has no shelf for ${withArticle(d.path)}.`,
    next: (d) =>
      (d.reason ?? "") === ""
        ? "Nothing shows which folder is for what: `steady-shelf init --arrangement NAME` gives the app its shelves."
        : `It has shelves for ${d.reason}. Give it one under \`shelves:\` in steady-shelf.yaml.`,
  },
  SHELF_UNKNOWN: {
    refusal: "usage",
    what: (d) => `No shelf ${d.path} holds ${withArticle(d.other)}.`,
    next: (d) => `These do: ${(d.paths ?? []).join(", ")}.`,
  },
  FEATURE_WANTED: {
    refusal: "usage",
    what: (d) => `${capital(withArticle(d.path))} belongs to a feature here (${d.other}).`,
    next: (d) => `Say which with --feature NAME${d.paths?.length ? `; there are ${d.paths.join(", ")}` : ""}.`,
  },
  FEATURE_UNWANTED: {
    refusal: "usage",
    what: (d) => `${capital(withArticle(d.path))} belongs to no feature here: its place is ${d.other}.`,
    next: () => "Leave --feature out, or give the role a shelf with {feature} in steady-shelf.yaml.",
  },
  NAME_UNUSABLE: {
    refusal: "usage",
    what: (d) => `"${shortened(d.path)}" cannot be a name: ${d.reason}.`,
    next: () => "Choose another name, of letters and digits; it begins with a letter.",
  },
  NAME_TAKEN: {
    refusal: "usage",
    what: (d) =>
      d.path === d.other
        ? `${d.path} is there already.`
        : `${d.path} cannot be made: ${d.other} is there already${d.reason ? `, ${d.reason}` : ""}.`,
    next: () => "Choose another name, or rename the one that is there first.",
  },
  NAME_MISSING: {
    refusal: "usage",
    what: (d) => `${d.other} declares no ${shortened(d.path)}.`,
    next: (d) =>
      d.reason ? `Did you mean ${d.reason}?` : "Name something that stands in the file itself, outside of functions.",
  },
  NO_GROUPS: {
    refusal: "usage",
    what: () => "There is no list of groups here: no project of Xcode lies in this folder.",
    next: () => "Leave out --groups and --order (or `in-groups` in steady-shelf.yaml), and folders count.",
  },
  NOT_SHOWN: {
    refusal: "usage",
    what: ({ path }) => `No group shows ${path}, so there is no entry that could go elsewhere.`,
    next: () => "Add it to the project first: `steady-shelf check --rule unlisted-file` finds such files.",
  },
  TYPE_ONLY: {
    refusal: "usage",
    what: (d) =>
      d.reason === "member"
        ? `${d.path} in ${d.other} is a member, and only types get new names there.`
        : `${d.path} in ${d.other} is no type of the top level, and only those get new names there.`,
    next: (d) =>
      d.reason === "member"
        ? "Name one of its types; rename members in your editor."
        : "Name a class, struct, enum, actor, protocol or typealias that stands in no other; rename the rest in your editor.",
  },
  NAME_ELSEWHERE: {
    refusal: "usage",
    what: (d) => `${d.path} is not declared in ${d.other}, which only passes it on.`,
    next: (d) => `Rename it where it is declared, in ${d.reason}.`,
  },
  RENAME_TAKEN: {
    refusal: "usage",
    what: (d) => `The name ${d.path} is taken in ${d.other}.`,
    next: () => "Choose another name, or rename what has it first.",
  },
  NAMES_UNREAD: {
    refusal: "usage",
    what: (d) => `${d.path} cannot be read whole, so nobody can say where its names are meant: ${d.reason}.`,
    next: () => "Mend the file first. Moving it whole needs no names: `steady-shelf move`.",
  },
  EXTRACT_NOT_SCRIPT: {
    refusal: "usage",
    what: (d) => `${d.path} is no script, so its statements cannot be told apart.`,
    next: () => "Name a file of JavaScript, TypeScript, Dart, Swift or C#.",
  },
  EXTRACT_COMPONENT: {
    refusal: "usage",
    what: (d) => `That cannot be taken out of ${d.path}: ${d.reason}.`,
    next: (d) => d.other ?? "",
  },
  NOT_A_MODULE: {
    refusal: "usage",
    what: (d) => `${d.path} is no module whose statements could go elsewhere: ${d.reason}.`,
    next: () => "Write it with `import` and `export` first.",
  },
  MEMBER_STAYS: {
    refusal: "usage",
    what: (d) => `${d.path} has to stand in ${d.other} itself: ${d.reason}.`,
    next: () => "Leave it out; what can stand in an extension are methods, computed properties and what is static.",
  },
  TYPE_STAYS: {
    refusal: "usage",
    what: (d) => `${d.path} has to stay in ${d.other}: ${d.reason}.`,
    next: () => "Leave it out, or move the file whole: `steady-shelf move`.",
  },
  OTHER_NAMESPACE: {
    refusal: "usage",
    what: (d) => `${d.path} lies in ${d.reason}, and not all that ${d.other} would hold does.`,
    next: () => "Name a file of the same namespace, or a new one.",
  },
  EXTRACT_PART: {
    refusal: "usage",
    what: (d) => `${d.path} is declared in one statement with ${d.other}, and cannot be taken out of it.`,
    next: (d) => `Name ${d.other} too, or write them as statements of their own first.`,
  },
  NAMES_LANGUAGE: {
    refusal: "usage",
    what: (d) => `Names in ${d.path} are not told apart yet, so none of them can be renamed for certain.`,
    next: () => "Rename the file alone with `steady-shelf move`, and the name in your editor.",
  },
  EXTRACT_LANGUAGE: {
    refusal: "usage",
    what: (d) => `${d.path} is not written in the language of ${d.other}.`,
    next: (d) => `Name a target that ends like ${d.other}.`,
  },
  OUT_OF_REACH: {
    refusal: "usage",
    what: (d) => `${d.other} would need something of ${d.path}, and no import can lead there.`,
    next: () =>
      "Choose a target in the same package, and inside of `lib/` if what needs it is there; a package has to be a dependency first.",
  },
  EXTRACT_DEFERRED: {
    refusal: "usage",
    what: (d) => `${d.other} uses ${d.path}, which is imported deferred, and is loaded for one library alone.`,
    next: (d) => `Give ${d.other} what it needs of ${d.path} as a parameter first.`,
  },
  PART_STRAY: {
    refusal: "usage",
    what: (d) =>
      d.reason === "made"
        ? `${d.path} is made by a generator for ${d.other}, and would be made again as it is.`
        : `${d.path} says that it is a part of ${d.other}, which does not name it.`,
    next: (d) =>
      d.reason === "made"
        ? `Name ${d.other}, and run the generator afterwards.`
        : `Write the \`part\` directive into ${d.other} first, or take the \`part of\` out.`,
  },
  EXTRACT_PRIVATE: {
    refusal: "usage",
    what: (d) =>
      d.reason === "subclass"
        ? `${d.other} and ${d.path} have to stay in one library: only the library of ${d.path} may build on it.`
        : d.reason === "extension"
          ? `${d.other} may use ${d.path}, which only its own library knows.`
          : d.reason === "file"
            ? `${d.other} may use ${d.path}, which is private to its file, and they would be parted.`
            : `${d.other} needs ${d.path}, which is private to the library, and they would be parted.`,
    next: (d) =>
      d.reason === "subclass"
        ? `Take both, or change the modifier of ${d.path} first.`
        : d.reason === "extension"
          ? "Give the extension a name first, or take what uses it as well."
          : d.reason === "file"
            ? `Take both, or let ${d.path} be known outside of its file first.`
            : `Take both, or give ${d.path} a public name first.`,
  },
  EXTRACT_LINES: {
    refusal: "usage",
    what: (d) => `Lines ${d.path} of ${d.other} cut a statement in two, which stands in lines ${d.reason}.`,
    next: () => "Name whole statements that stand in no function or class.",
  },
  EXTRACT_NOTHING: {
    refusal: "usage",
    what: (d) => `Lines ${d.path} of ${d.other} hold no statement but imports and lists of exports.`,
    next: () => "Name the lines of a declaration.",
  },
  SHEET_BROKEN: {
    refusal: "state",
    what: (d) =>
      `The statements of ${d.path} cannot be told apart: a block, a bracket, a text or a comment does not end.`,
    next: () => "Mend the sheet first; its compiler says where.",
  },
  SHEET_OF_SCRIPTS: {
    refusal: "usage",
    what: (d) => `Scripts take the classes of ${d.path} by their names, and would not find those that leave it.`,
    next: () => "Take rules out of a sheet that holds for the page, or write a second module by hand.",
  },
  SHEET_BLOCK: {
    refusal: "usage",
    what: (d) => `${d.path} has no style block in SCSS, Sass or Less, and only out of those rules are taken.`,
    next: () =>
      "What a block in CSS imports is not scoped as the block is: move the rules by hand, or write the block in SCSS.",
  },
  SHEET_ONLY: {
    refusal: "usage",
    what: (d) => `${d.path} is no style sheet, and ${d.other} is for those.`,
    next: () => "Name what to take out, or its lines: `steady-shelf extract FILE NAME… --to TARGET`.",
  },
  SHEET_NOTHING: {
    refusal: "usage",
    what: (d) => `In ${d.other} of ${d.path} there is no rule and no name that could go to another sheet.`,
    next: () => "Name a selector (`--take .card`), the lines of a rule, or another section.",
  },
  SHEET_NO_SECTION: {
    refusal: "usage",
    what: (d) => `${d.path} has no section ${d.other}.`,
    next: (d) =>
      d.reason === "" || d.reason === undefined
        ? "No comment in it reads like a heading; name selectors (`--take .card`) or lines instead."
        : `Its sections: ${d.reason}.`,
  },
  SHEET_SECTIONS: {
    refusal: "usage",
    what: (d) => `${d.path} has several sections ${d.other}.`,
    next: () => "Name the lines instead: `--lines A-B`.",
  },
  SHEET_LINES: {
    refusal: "usage",
    what: (d) => `Lines ${d.other} of ${d.path} cut a statement in two, which stands in lines ${d.reason}.`,
    next: () => "Give all lines of a rule, or of some rules that stand in one.",
  },
  SHEET_HELD: {
    refusal: "usage",
    what: (d) =>
      `${d.other} in ${d.path} stands in a rule that cannot be taken apart${d.reason === "" ? "" : `, because of line ${d.reason}`}.`,
    next: () => "Take out the whole rule, or make two rules of it first.",
  },
  SHEET_APART: {
    refusal: "usage",
    what: (d) => `What you take out of ${d.path} stands in several rules, in lines ${d.other}.`,
    next: () => "Take out what stands in one of them, by its lines (--lines), then the next.",
  },
  SHEET_MIXED: {
    refusal: "usage",
    what: (d) => `The rule of ${d.other} in ${d.path} is about ${d.reason}, too, and goes only as a whole.`,
    next: (d) => `Take out ${d.reason} as well, or make two rules of it first.`,
  },
  SHEET_BEFORE: {
    refusal: "usage",
    what: (d) =>
      `${d.path} takes other sheets in before all of its own rules, but ${d.other} comes before what you take out.`,
    next: (d) => `Take out ${d.other} first, or together with it, so that the order of the rules stays the same.`,
  },
  SHEET_BETWEEN: {
    refusal: "usage",
    what: (d) => `In ${d.path}, ${d.other} stands between the parts that you take out, and its place matters.`,
    next: (d) => `Take out ${d.other} as well, or the parts one at a time.`,
  },
  SHEET_PARTED: {
    refusal: "usage",
    what: (d) => `Between the lines by which ${d.path} takes sheets in stands a statement of its own.`,
    next: () => "Take it out first (`extract`), or put it below them.",
  },
  SHEET_NAMESPACE: {
    refusal: "usage",
    what: (d) => `${d.path} has a @namespace, which holds for that sheet alone, so its rules cannot go to another.`,
    next: () => "Write the partial by hand, with a @namespace of its own.",
  },
  SHEET_NEEDS: {
    refusal: "usage",
    what: (d) =>
      `What you take out needs ${d.other}, which ${d.path} defines itself; a module cannot get that back from it.`,
    next: (d) => `Take out ${d.other} as well, or move it to a sheet that both can load.`,
  },
  SHEET_SHARED_LINE: {
    refusal: "usage",
    what: (d) => `${d.other} takes ${d.path} in together with others, within a rule, or on a condition.`,
    next: () => "Give it a line of its own first.",
  },
  SHEET_NAMED: {
    refusal: "usage",
    what: (d) => `Names of ${d.path} are used by its namespace, ${d.other}, which would not be there any more.`,
    next: () => 'Take it in without a namespace first (`@use "…" as *`), or leave it a sheet of its own.',
  },
  SHEET_TAKEN_ALONE: {
    refusal: "usage",
    what: (d) => `${d.other} takes ${d.path} in, but not ${d.reason}, and would get all of that.`,
    next: (d) => `Let ${d.other} take in ${d.reason} as well, or leave ${d.path} a sheet of its own.`,
  },
  SHEET_NO_MODULE: {
    refusal: "usage",
    what: (d) => `${d.path} cannot take its sheets in as modules: ${d.reason}.`,
    next: () => "Put that right and ask again, or leave the imports as they are.",
  },
  EXTRACT_ALL: {
    refusal: "usage",
    what: (d) => `Nothing would be left in ${d.path}.`,
    next: () => "Move the file instead: `steady-shelf move`.",
  },
  EXTRACT_WRITTEN: {
    refusal: "usage",
    what: (d) => `${d.path} is given another value from both parts, and no file can do that to what it imports.`,
    next: () => "Take out all that writes to it, or give it a function that does.",
  },
  EXTRACT_SAME: {
    refusal: "usage",
    what: (d) => `It is in ${d.path} already.`,
    next: () => "Name another file with --to.",
  },
  JOIN_FEW: {
    refusal: "usage",
    what: () => "One file alone cannot be joined.",
    next: () => "Name two files or more, and the file that they become: `steady-shelf join FILE FILE… TARGET`.",
  },
  JOIN_PARTS: {
    refusal: "usage",
    what: (d) => `${d.path} has parts (${(d.paths ?? []).join(", ")}), which would belong to no library.`,
    next: (d) => `Join its parts into ${d.path} first, or join the others into it.`,
  },
  JOIN_CLASH: {
    refusal: "usage",
    what: (d) => `${d.path} of ${d.other} is known to others by a name that the joined file has for something else.`,
    next: (d) => `Give it another name first: \`steady-shelf rename ${d.other ?? ""} ${d.path ?? ""} NEW\`.`,
  },
  JOIN_WHOLE: {
    refusal: "usage",
    what: (d) => `${d.path} stands for all of a file that would be in the same file from then on.`,
    next: () => "Import the names that are needed, one by one, instead of `* as`.",
  },
  JOIN_HIDDEN: {
    refusal: "usage",
    what: (d) =>
      `${d.reason} would have to be ${d.path} here, as in ${d.other}, but that is something else in this place.`,
    next: (d) => `Give what is called ${d.path} in this place another name first.`,
  },
  JOIN_UNLIKE: {
    refusal: "usage",
    what: (d) => `${d.path} and ${d.other} cannot be one file: ${d.reason}.`,
    next: () => "Leave one of them out, or make them alike first.",
  },
  JOIN_TARGET: {
    refusal: "usage",
    what: (d) => `${d.path} is a folder, not the file that several become.`,
    next: (d) => `Name the file: ${d.path}/NAME${d.other ?? ""}.`,
  },
  SPLIT_NOTHING: {
    refusal: "usage",
    what: (d) => `${d.path} holds nothing that could be a file of its own${d.reason ? `: ${d.reason}` : ""}.`,
    next: () => "Name a file with two declarations or more that can be parted.",
  },
  ACTION_NO_STATE: {
    refusal: "usage",
    what: (d) => `${d.path} has no reducer to which an action could be added.`,
    next: (d) =>
      d.paths?.length
        ? `There is state of ${d.paths.join(", ")}; or make one: \`steady-shelf add state NAME\`.`
        : "Make one first: `steady-shelf add state NAME`.",
  },
  ACTION_SEVERAL: {
    refusal: "usage",
    what: (d) => `${d.path} has several reducers: ${d.paths?.join(", ") ?? ""}.`,
    next: () => "Give the action a name that begins with that of the one that is meant, or write it by hand.",
  },
  ACTION_THERE: {
    refusal: "usage",
    what: (d) => `${d.path} is there already, in ${d.other}.`,
    next: () => "Choose another name.",
  },
  ACTION_UNREAD: {
    refusal: "usage",
    what: (d) => `${d.path} holds nothing that shows how actions are written here: ${d.reason}.`,
    next: () => "Write the first one by hand; the next ones follow it.",
  },
  COMPANION_UNKNOWN: {
    refusal: "usage",
    what: (d) => `There is no companion ${d.path} for the role ${d.other} here.`,
    next: (d) => (d.paths?.length ? `There are ${d.paths.join(", ")}.` : "None can be made for this role."),
  },
  EXAMPLE_MISSING: {
    refusal: "usage",
    what: (d) => `There is no feature ${d.path} here.`,
    next: (d) => (d.paths?.length ? `There are ${d.paths.join(", ")}.` : "No feature could be told from the files."),
  },
  SCREEN_MISSING: {
    refusal: "usage",
    what: (d) =>
      d.reason === "several" ? `Several screens are called ${d.path}.` : `There is no screen called ${d.path} here.`,
    next: (d) =>
      d.reason === "several"
        ? `Say which by its path: ${(d.paths ?? []).join(", ")}.`
        : d.paths?.length
          ? `There are ${d.paths.join(", ")}.`
          : "No screen could be told from the files.",
  },
  EXAMPLE_ALONE: {
    refusal: "usage",
    what: (d) => `The feature ${d.path} has no file in common with the others, so it is no example for a new one.`,
    next: (d) =>
      `Leave out \`--like\`, or name another: ${(d.paths ?? []).filter((each) => each !== d.path).join(", ")}.`,
  },
  FEATURE_WITHOUT_FOLDER: {
    refusal: "usage",
    what: (d) => `The feature ${d.path} has no folder of its own: its files are only called after it.`,
    next: () =>
      "Give it one with `steady-shelf arrange --as feature-first`, or name another word for a feature under `features:` in steady-shelf.yaml.",
  },
  NOT_IN_FEATURE: {
    refusal: "usage",
    what: (d) => `${d.path} is not in the feature ${d.other}.`,
    next: (d) => `Its files lie in ${d.reason}; \`steady-shelf move\` takes any file anywhere.`,
  },
  LEADER_UNSURE: {
    refusal: "usage",
    what: (d) => (d.paths?.length ? `Several files are called ${d.path}:${list(d)}` : `No file is called ${d.path}.`),
    next: (d) =>
      `${capital(withArticle(d.other))} goes beside its file. Name it by its path${d.paths?.length ? "" : ", or add that first"}.`,
  },
  LEFT_OPEN: {
    refusal: "usage",
    what: () => "A question was left open.",
    next: () => "Nothing was written. Answer it, or say it by options; `--help` behind the command lists them.",
  },
  STARTER_BROKEN: {
    refusal: "usage",
    what: (d) => `The starter ${d.path} cannot be used: ${d.reason}`,
    next: () => "docs/starters.md lists what may stand between « and ».",
  },
  STARTER_UNMADE: {
    refusal: "usage",
    what: (d) => `No starter for ${d.other} can be made of ${d.path}: ${d.reason}`,
    next: () => "Say another file by --from FILE; `steady-shelf explain FILE` tells what a file is taken for.",
  },
  STARTER_THERE: {
    refusal: "usage",
    what: (d) => `There is a starter for ${d.other} already: ${d.path}.`,
    next: () => "Edit that, or remove it first.",
  },
  ARRANGEMENT_UNSAID: {
    refusal: "usage",
    what: () => "No configuration says how this app is to be arranged.",
    next: (d) =>
      `Say it with --as NAME: ${(d.paths ?? []).join(", ")}. \`steady-shelf compare\` shows what each would come to here.`,
  },
  APPS_SEVERAL: {
    refusal: "usage",
    what: () => "Several apps are here, each with a configuration of its own.",
    next: (d) => `Stand in one of them, or name it with --project:${list(d)}`,
  },
  FEATURE_UNKNOWN: {
    refusal: "usage",
    what: (d) => `This app has no feature ${d.path}.`,
    next: (d) =>
      `${d.other ? `Did you mean ${d.other}? ` : ""}${d.paths?.length ? `There are ${d.paths.join(", ")}.` : "None was found."}`,
  },
  NO_REPOSITORY: {
    refusal: "usage",
    what: () => "There is no git repository here, so nothing can be committed.",
    next: () => "Nothing was written. Leave --commit out, or begin one with `git init`.",
  },
  INDEX_IN_USE: {
    refusal: "state",
    what: (d) => `The index has other changes, which would go into the same commit:${list(d)}`,
    next: () => "Nothing was written. Commit them or take them out (`git reset`), then try again.",
  },
  UNCOMMITTED: {
    refusal: "state",
    what: (d) => `Files that this change touches have changes of yours that are not committed:${list(d)}`,
    next: () => "Nothing was written. Commit them or put them aside (`git stash`), or leave --commit out.",
  },
  FILTER_UNTRUSTED: {
    refusal: "state",
    what: (d) =>
      `This repository's own settings name a command (a filter) through which git would put these files:${list(d)}`,
    next: () =>
      "Nothing was written, and no command of the repository is run for you. Leave --commit out and commit by hand, or set the filter up in your own git settings (`git config --global`).",
  },
  NO_COMMITTER: {
    refusal: "state",
    what: () => "Git does not know who commits here.",
    next: () => "Nothing was written. Say it with `git config user.name` and `git config user.email`.",
  },
  COMMIT_REFUSED: {
    refusal: "state",
    what: (d) => `The change is in place, but git refused the commit: ${d.reason}`,
    next: () =>
      "Nothing was committed, and the index is as it was. Commit by hand, or take the change back with `undo`.",
  },
  PROJECT_MISSING: {
    refusal: "usage",
    what: (d) => `No project was found at ${d.path}.`,
    next: () =>
      "Stand in a folder with a package.json, a steady-shelf.yaml or a git repository, or name one with --project DIR.",
  },
  NOTHING_TO_UNDO: {
    refusal: "usage",
    what: (d) => (d.path ? `No change ${d.path} can be undone.` : "There is no change to undo."),
    next: () => "`steady-shelf history` lists the changes.",
  },
  PROOF_FAILS: {
    refusal: "proof",
    what: (d) => `Nothing was written: ${d.reason}`,
    next: () => "Change the plan, or add --accept-different if these differences are what you want.",
  },
  PROOF_INCOMPLETE: {
    refusal: "proof",
    what: (d) =>
      `Nothing was written: the proof is not complete, because these places may matter and could not be checked:${list(d)}`,
    next: () => "Look at these places yourself, then add --accept-unread.",
  },
  LOCKED: {
    refusal: "state",
    what: (d) => `Another run is changing this project (${d.reason}).`,
    next: (d) =>
      `Wait for it to end, then try again. If there is no such run for certain, delete ${d.path}; a change that was interrupted is still found and put in order.`,
  },
  LOCK_FOREIGN: {
    refusal: "state",
    what: (d) => `A run on another machine holds this project (${d.reason}).`,
    next: (d) =>
      `If that run is gone for certain, delete ${d.path} and try again: a change that it left half-done is found and put in order first.`,
  },
  CHANGED_SINCE: {
    refusal: "state",
    what: (d) => `Changed since the plan was made:${list(d)}`,
    next: () => "Nothing was written. Run the command again to plan with what is there now.",
  },
  CHANGED_SINCE_CHANGE: {
    refusal: "state",
    what: (d) => `Edited after the change that would be undone:${list(d)}`,
    next: () => "Nothing was written. Put these edits aside (git stash, or a copy), undo, and bring them back.",
  },
  UNREADABLE: {
    refusal: "state",
    what: (d) => `${d.path} cannot be read: ${d.reason}.`,
    next: () => "Name a file after --from that is there and that you may read; its path counts from where you stand.",
  },
  UNWRITABLE: {
    refusal: "state",
    what: (d) => `${d.path} cannot be written: ${d.reason}`,
    next: () => "Nothing was changed. Give yourself write access (and room on the disk), then try again.",
  },
  ROLLED_BACK: {
    refusal: "state",
    what: (d) => `The change failed half-way and was undone: ${d.reason}`,
    next: (d) =>
      d.paths?.length
        ? `Every file is as it was, but for files that something else wrote meanwhile. Their originals are kept:${list(d)}`
        : "Every file is as it was. Remove the cause, then try again.",
  },
  UNFINISHED: {
    refusal: "state",
    what: (d) => `A change (${d.path}) is unfinished and could not be undone: ${d.reason}`,
    next: () => "Its journal is kept, so nothing is lost. Remove the cause, then run any command that writes.",
  },
  NO_PATCH: {
    refusal: "usage",
    what: (d) => `${d.path} is not in UTF-8, or is no text, and would change: a patch cannot hold it.`,
    next: () => "Leave --format out, and carry the plan out with --write.",
  },
  GUIDE_FOREIGN: {
    refusal: "usage",
    what: (d) => `${d.path} is there, and not written by \`guide\`.`,
    next: (d) => `Put these two lines where it may write, or name another file with --to:\n${d.reason ?? ""}`,
  },
  REPORT_FOREIGN: {
    refusal: "usage",
    what: (d) => `${d.path} is there, and no page of \`report\`.`,
    next: () => "Name another file with --to, or take that one away first.",
  },
  FINDING_GONE: {
    refusal: "state",
    what: () => "This finding is not there any more, or is another one now.",
    next: () => "Nothing was changed. Ask again at its place once the file was looked at.",
  },
  REPAIR_LEFT: {
    refusal: "proof",
    what: (d) =>
      `${d.path} cannot be put right safely: ${d.reason === undefined || d.reason === "" ? "something that cannot be updated seems to name what would change" : d.reason}`,
    next: () => "Nothing was changed. `steady-shelf check --fix` shows what is in the way.",
  },
  STOPPED: {
    refusal: "state",
    what: () => "The work was stopped.",
    next: () => "Nothing was changed. Ask again when you need the answer.",
  },
  MET_ANOTHER: {
    refusal: "state",
    what: (d) => `${d.path} was written by something else while the change was carried out.`,
    next: (d) =>
      `The change was undone, and what was written is still there. Run the command again.${d.paths?.length ? ` These were saved under their old names meanwhile:${list(d)}` : ""}`,
  },
  UNRECORDED: {
    refusal: "state",
    what: (d) => `The change is in place and whole, but the last line of its record (${d.path}) failed: ${d.reason}`,
    next: () =>
      "Nothing is lost. The next command completes the record; after that, `steady-shelf undo` undoes the change.",
  },
  PUT_IN_ORDER: {
    refusal: "state",
    what: (d) => `An earlier change (${d.path}) was interrupted; it was put in order first.`,
    next: () => "The files may be others now than those of this plan. Run the command again.",
  },
  STATE_UNTRUSTED: {
    refusal: "state",
    what: (d) => `${d.path} is not used, because ${d.reason}.`,
    next: () =>
      "Nothing was written. Take it out of git (`git rm -r --cached .steady-shelf`) and delete it, or move it away; Steady Shelf makes a new one.",
  },
  JOURNAL_DAMAGED: {
    refusal: "state",
    what: (d) => `The record ${d.path} of a change cannot be used: ${d.reason}.`,
    next: () =>
      "Look with `git status` what that change may have left, then delete its folder in .steady-shelf/changes.",
  },
  JOURNAL_NEWER: {
    refusal: "state",
    what: (d) => `The record ${d.path} of a change was written by a newer Steady Shelf (${d.reason}).`,
    next: () => "Nothing was touched. Run that newer version here; it knows what to do with it.",
  },
  LOCK_UNREADABLE: {
    refusal: "state",
    what: (d) => `The lock ${d.path} is there, but ${d.reason}.`,
    next: (d) =>
      `If no other run is going on, delete ${d.path}. A change that was interrupted is still found and put in order.`,
  },
  CANNOT_ENCODE: {
    refusal: "usage",
    what: (d) => `${d.path} is not in UTF-8, and the new path has letters that its encoding lacks.`,
    next: () => "Save that file as UTF-8, or choose a name of plain letters.",
  },
  MERGE_CONFLICT: {
    refusal: "state",
    what: (d) =>
      `${d.path ?? "A file"} holds a merge conflict (lines ${d.reason ?? "?"}), so it cannot be changed safely.`,
    next: () => "Resolve the conflict, save the file, and run the command again. Nothing was written.",
  },
  EDITS_OVERLAP: {
    refusal: "state",
    what: (d) => `Two edits of ${d.path ?? "one file"} overlap (${d.reason}).`,
    next: () => "This is a defect of Steady Shelf; nothing was written. Please report it with the command you ran.",
  },
} satisfies Record<string, Entry>;
