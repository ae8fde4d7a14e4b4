/** The page of the manual and that of the documentation, from the same lines as `--help`. Source of the form: man(7), groff_man(7). */
import { wordFor } from "./completion/kinds.js";
import type { Known } from "./line/completion.js";
import { firstWords, lastWords } from "./line/words.js";
import type { DescribedCommand, DescribedOption } from "./line/described.js";

/** The page of the manual, for section 1. */
export function manualPage({ commands, common }: Known, version: string): string {
  const lines = [
    '.\\" Made from the same lines as --help: node scripts/generate.mjs',
    `.TH STEADY\\-SHELF 1 "" "Steady Shelf ${version}" "User Commands"`,
    ".SH NAME",
    "steady\\-shelf \\- put the files of a client app in order, and keep every path to them right",
    ".SH SYNOPSIS",
    ".B steady\\-shelf",
    ".I COMMAND",
    ".RI [ OPTION \\&...]",
    ".SH DESCRIPTION",
    roff(firstWords),
    roff(lastWords[0]),
    ".SH OPTIONS OF EVERY COMMAND",
    ...common.flatMap((option) => optionItem(option, "")),
    ".SH COMMANDS",
    ...commands.flatMap(commandPart),
    ".SH EXIT STATUS",
    ...exitCodes().flatMap(([code, meaning]) => [".TP", `.B ${code}`, roff(meaning)]),
    ".SH FILES",
    ".TP",
    ".I steady\\-shelf.yaml",
    "The configuration: which arrangement the app has, and what is said of single files.",
    ".TP",
    ".I .steady\\-shelf/",
    "The records of changes, by which they can be undone, and what speeds the next run up. Git does not see it.",
  ];
  return `${lines.join("\n")}\n`;
}

function commandPart({ name, typed, about, ways, notes, places, options }: DescribedCommand): string[] {
  return [
    `.SS "${roff(typed)}"`,
    roff(`${about}.`),
    ".PP",
    ".nf",
    ...ways.map((way) => `.B ${roff(`steady-shelf ${way}`)}`),
    ".fi",
    ...notes.flatMap((note) =>
      note.includes("\n") ? [".PP", ".nf", ...note.split("\n").map(roff), ".fi"] : [".PP", roff(note)],
    ),
    ...places
      .filter((place) => place.about !== "")
      .flatMap((place) => [".TP", `.I ${roff(place.name)}`, roff(`${place.about}.`)]),
    ...options.flatMap((option) => optionItem(option, name)),
  ];
}

function optionItem(option: DescribedOption, command: string): string[] {
  const word = wordOf(option, command);
  return [
    ".TP",
    word === "" ? `.B ${roff(spelled(option))}` : `.BR "${roff(spelled(option))}" " ${roff(word)}"`,
    roff(`${aboutOf(option)}.`),
  ];
}

/** The commands with their options, as a page of the documentation. */
export function commandsPage({ commands, common }: Known): string {
  const parts = commands.flatMap(({ name, about, ways, notes, places, options }) => [
    `## ${name}`,
    `${about}.`,
    ["```", ...ways.map((way) => `steady-shelf ${way}`), "```"].join("\n"),
    ...notes.map((note) => (note.includes("\n") ? ["```", note, "```"].join("\n") : note)),
    ...table(
      ["what", ""],
      places.filter((place) => place.about !== "").map((place) => [`\`${place.name}\``, place.about]),
    ),
    ...optionTable(options, name),
  ]);
  return [
    "# Commands",
    "This page is made from the same lines as `steady-shelf COMMAND --help` and the page of the manual (`man steady-shelf`, where the package is installed for everybody).",
    lastWords[0].replace("--write", "`--write`"),
    "Every command takes these:",
    ...optionTable(common, ""),
    ...table(
      ["exit code", ""],
      exitCodes().map(([code, meaning]) => [code, meaning]),
    ),
    ...parts,
  ].join("\n\n");
}

function optionTable(options: readonly DescribedOption[], command: string): string[] {
  return table(
    ["option", ""],
    options.map((option) => [
      `\`${[spelled(option), wordOf(option, command)].filter(Boolean).join(" ")}\``,
      aboutOf(option),
    ]),
  );
}

function table(head: readonly string[], rows: readonly (readonly string[])[]): string[] {
  if (rows.length === 0) return [];
  const line = (cells: readonly string[]): string =>
    `| ${cells.map((cell) => cell.replaceAll("|", "\\|")).join(" | ")} |`;
  return [[line(head), line(head.map(() => "---")), ...rows.map(line)].join("\n")];
}

function spelled({ name, isOn }: DescribedOption): string {
  return isOn ? `--no-${name}` : `--${name}`;
}

/** `WORD` for what stands behind an option; its choices, where they are known. */
function wordOf({ name, takes, choices }: DescribedOption, command: string): string {
  if (takes === "nothing") return "";
  const word = choices.length > 0 ? choices.join("|") : wordFor(command, name);
  return takes === "perhaps" ? `[=${word}]` : word;
}

function aboutOf({ about, otherwise, isSeveral, isOn }: DescribedOption): string {
  const said = isOn ? `Do not ${about.charAt(0).toLowerCase()}${about.slice(1)}` : about;
  const more = [
    ...(otherwise !== undefined && !about.includes("default") ? [`default: ${otherwise}`] : []),
    ...(isSeveral ? ["may be given more than once"] : []),
  ];
  return more.length === 0 ? said : `${said} (${more.join("; ")})`;
}

function exitCodes(): (readonly [code: string, meaning: string])[] {
  const [, list = ""] = lastWords[1].split(": ");
  return list.split(" · ").map((each) => [each.slice(0, 1), each.slice(2)] as const);
}

/** A text as roff has it: no line begins with a control character, and dashes are those that one types. */
function roff(text: string): string {
  const plain = text
    .replaceAll("\\", "\\e")
    .replaceAll("-", "\\-")
    .replaceAll('"', "\\(dq")
    .replaceAll("…", "...")
    .replaceAll("·", "\\(bu");
  return /^[.']/.test(plain) ? `\\&${plain}` : plain;
}
