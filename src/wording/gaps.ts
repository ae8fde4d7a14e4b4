/** The words for what could matter to a plan and was not read. */
import type { Gap } from "../core/change/plan/index.js";
import { someTool } from "../core/app/index.js";
import { nameOf } from "../core/base/paths.js";
import { isTakenIn } from "../core/languages/index.js";
import { count } from "./words.js";

const wording: Readonly<Record<Gap["reason"], (gap: Gap) => string>> = {
  "not listed": ({ detail }) => `not read: ${detail}`,
  "not readable": ({ detail }) => `not read: ${detail}`,
  "not understood": ({ detail }) => `could not be read for certain: ${detail}`,
  "no reader": ({ detail }) => `${detail}: what it names, and who names it, is unknown`,
  "named there": ({ detail, file }) => `${detail}, and ${file.slice(file.lastIndexOf(".") + 1)} files are not read yet`,
  computed: ({ detail }) =>
    /[`$/]$/.test(detail) ? `${detail}… is put together at run time` : `${detail} is put together at run time`,
  address: ({ detail, names }) => `${detail} may be the address of ${nameOf(names ?? "")}, which would change`,
  "path in text": ({ detail, names, file }) =>
    names === file
      ? `${detail} may be a path from this file, and would lead elsewhere from its new place`
      : `${detail} may mean ${nameOf(names ?? "")}, and would lead elsewhere then`,
  "folder in text": ({ detail, names }) =>
    `a program may go through ${detail}, which gains or loses ${nameOf(names ?? "")}`,
  "counted from elsewhere": ({ detail, file }) =>
    isTakenIn(file)
      ? `${detail} leads nowhere from here; it may be relative to a sheet that imports this one, and none was found`
      : `${detail} counts from a folder that is only known when the script runs`,
  "handed on": ({ detail, names }) =>
    `all of ${nameOf(names ?? "")} is handed on here; who takes ${detail} by its name is unknown`,
  grows: ({ names }) =>
    `all of ${nameOf(names ?? "")} is handed on here; whoever gets it gets other names as well from then on`,
  mocked: ({ detail }) =>
    `a test puts something in the place of ${detail}; what the file gives is no longer the same, so it may mean to change, too`,
  beside: ({ detail }) =>
    `the names used here come to stand beside what these give: ${detail}; whether one of them is meant instead is unknown`,
  "to be written": ({ detail }) =>
    `${detail} is still to be generated, so nothing proves what comes of it; run the generator`,
  "found by name": ({ detail, names }) =>
    `nothing in the file explains ${detail}; a framework may find ${nameOf(names ?? "")} by its name`,
  "found by place": ({ detail, by = "a framework", others = 0 }) =>
    others === 0
      ? `${by} knows ${detail} by where it lies: it gets another address or name, and who asks for that was not looked at`
      : `${by} knows ${detail} and ${count(others, "other file")} by where they lie: they get other addresses or names, and who asks for those was not looked at`,
  "address there": ({ detail, by = "a framework", others = 0 }) =>
    others === 0
      ? `where ${detail} would lie, ${by} takes it for a page, a route or code to run; today it is none of those`
      : `where ${detail} and ${count(others, "other file")} would lie, ${by} takes them for pages, routes or code to run; today they are none of those`,
  "sought by place": ({ detail, by = someTool, others = 0 }) =>
    others === 0
      ? `${by} looks for ${detail} where it is now, and will not find it there; give it the new path if it has a setting for that`
      : `${by === someTool ? "tools look" : `${by} looks`} for ${detail} and ${count(others, "other file")} where they are now, and will not find them there; give ${by === someTool ? "them" : "it"} the new paths if there are settings for that`,
  parted: ({ detail, by = someTool }) =>
    `${by} takes ${detail} together with the file beside it that has its name, and they would lie apart`,
  "not run": ({ detail, others = 0 }) =>
    others === 0
      ? `the test runner knows ${detail} by its name and place, and will not run it then`
      : `the test runner knows ${detail} and ${count(others, "other test")} by their names and places, and will not run them then`,
  "named by place": ({ detail, by = "a framework", names }) =>
    `${detail} is not imported: ${by} finds ${nameOf(names ?? "")} by that name, and will not find it then`,
  "another type": ({ detail, names }) =>
    names === undefined ? detail : `it may not be the type in ${nameOf(names)} that is meant: ${detail}`,
  "other namespace": ({ detail }) => detail,
  "taken by key": ({ detail, names }) =>
    `this may ask for what ${nameOf(names ?? "")} no longer has under that key: ${detail}`,
  "same property": ({ detail }) => `a property keeps the old name here; it may be the same one: ${detail}`,
  stored: ({ detail }) => `${detail}; see that it is taken over`,
  "unknown alias": ({ detail, names }) =>
    `${detail}: no alias explains it; it may mean ${nameOf(names ?? "")} (see \`aliases:\`)`,
  "link text": ({ detail }) => `a symbolic link that has to change: ${detail}`,
};

/** What is not known, in a line without the place. */
export function tellGap(gap: Gap): string {
  return wording[gap.reason](gap);
}
