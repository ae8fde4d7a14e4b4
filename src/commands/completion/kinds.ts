/** Which kind of word stands behind an option, or at a place. */

/** What kind of word fits; `list`: several of them, parted by commas. */
export type Kind =
  | "file"
  | "anything"
  | "number"
  | "command of the app"
  | "arrangement"
  | "arrangement list"
  | "rule list"
  | "feature"
  | "role"
  | "role to add"
  | "name to add"
  | "stack"
  | "shelf"
  | "branch"
  | "name in the file"
  | "order list"
  | "steps of a commit"
  | "what is removed"
  | "shell"
  | "tour";

/** By the name of the option or place, and with its command before where that matters. */
const kinds: Readonly<Record<string, Kind>> = {
  "add with": "anything",
  "add role": "role to add",
  "add name": "name to add",
  "add from": "file",
  "add like": "feature",
  "add wrap": "file",
  "remove name": "feature",
  "remove what": "what is removed",
  "rename names": "name in the file",
  alias: "anything",
  arrangement: "arrangement",
  as: "arrangement",
  changed: "branch",
  clientProcessId: "number",
  commit: "steps of a commit",
  commits: "number",
  feature: "feature",
  file: "file",
  keep: "number",
  like: "file",
  lines: "anything",
  names: "name in the file",
  order: "order list",
  pair: "file",
  path: "file",
  paths: "file",
  pipe: "file",
  plan: "file",
  project: "file",
  rehearse: "command of the app",
  rest: "file",
  role: "role",
  rule: "rule list",
  save: "file",
  section: "anything",
  shell: "shell",
  shelf: "shelf",
  since: "branch",
  socket: "number",
  source: "file",
  stack: "stack",
  take: "anything",
  to: "file",
  tours: "tour",
  why: "rule list",
  with: "arrangement list",
  without: "anything",
};

/** Which kind of word an option or a place takes; `undefined` where nobody has said. */
export function kindOf(command: string, name: string): Kind | undefined {
  return kinds[`${command} ${name}`] ?? kinds[name];
}

const words: Readonly<Record<Kind, string>> = {
  file: "FILE",
  anything: "WORD",
  number: "NUMBER",
  "command of the app": "COMMAND",
  arrangement: "ARRANGEMENT",
  "arrangement list": "ARRANGEMENT,…",
  "rule list": "RULE,…",
  feature: "FEATURE",
  role: "ROLE",
  "role to add": "ROLE",
  "name to add": "NAME",
  stack: "STACK",
  shelf: "SHELF",
  branch: "COMMIT",
  "name in the file": "NAME",
  "order list": "ORDER,…",
  "steps of a commit": "two-steps",
  "what is removed": "feature",
  shell: "SHELL",
  tour: "TOUR",
};

/** The word for it, as a manual shows it. */
export function wordFor(command: string, name: string): string {
  return words[kindOf(command, name) ?? "anything"];
}
