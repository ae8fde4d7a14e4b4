/**
 * The team's own starters, by role: `screen.tsx.starter` begins a screen, `screen-style.module.css.starter` its style sheet,
 * `state-reducer.ts.starter` one of the files that state is made of. No tool takes their extension for code. Their names say how the
 * new files end, too, so a team may have other endings than its stack.
 */
import { nameIn } from "../../languages/index.js";
import type { App } from "../../app/app.js";
import type { CompanionData, MakeData, Role, RoleData } from "../../app/arrangement/index.js";
import { inFolder } from "../../base/paths.js";

/** How the name of a team's starter ends. */
const ending = ".starter";

/** What companions are called in every stack, besides those that it names itself. */
const everywhere = ["style", "test", "story"];

/** What a starter's name begins with: `state`, `state-reducer`; a part that is a role of its own (`action`) is called by that. */
export function starterBase(role: Role, make?: Pick<MakeData, "id" | "role">): string {
  if (make === undefined || make.id === role) return role;
  return make.role ?? `${role}-${make.id}`;
}

/** The name of a team's starter: `("screen", ".tsx")` → `screen.tsx.starter`. */
export function starterName(base: string, rest: string): string {
  return base + rest + ending;
}

/** The name of a companion's: `("screen", "style", ".module.css")` → `screen-style.module.css.starter`. */
export function companionStarterName(base: string, companion: string, rest: string): string {
  return starterName(`${base}-${companion}`, rest);
}

/** What a stack says of a role, with the team's starters in place of its own, and whether the role has one. */
export function withOwnStarters(
  app: App,
  role: Role,
  data: RoleData,
): { readonly data: RoleData; readonly isOwn: boolean } {
  const names = ownNames(app);
  const leading = (base: string): Pick<MakeData, "starter" | "extension"> | undefined => {
    const found = names.find((name) => name.startsWith(base) && /^\.[^.]+$/.test(name.slice(base.length)));
    return found === undefined ? undefined : { starter: found + ending, extension: found.slice(base.length) };
  };
  const companions = new Map<string, CompanionData>(Object.entries(data.companions ?? {}));
  const beside: string[] = [];
  for (const each of new Set([...companions.keys(), ...everywhere])) {
    const start = `${role}-${each}`;
    const found = names.find((name) => name.startsWith(start) && /^[._\p{Lu}]/u.test(name.slice(start.length)));
    if (found === undefined) continue;
    beside.push(each);
    companions.set(each, { ...companions.get(each), starter: found + ending, ending: found.slice(start.length) });
  }
  const own = (data.makes ?? []).filter((make) => leading(starterBase(role, make)));
  // Where the team has its own for what is of this role alone, that is all that is made; of one file, the role is that file.
  const isTeams = own.some((make) => make.role === undefined);
  const isOne = data.makes === undefined || (isTeams && own.every((make) => starterBase(role, make) === role));
  const main = isOne ? leading(role) : undefined;
  const makes = isOne
    ? undefined
    : (isTeams ? own : data.makes).map((make) => ({ ...make, ...leading(starterBase(role, make)) }));
  const isOwn = main !== undefined || own.length > 0;
  if (!isOwn && beside.length === 0) return { data, isOwn };
  return {
    isOwn,
    data: {
      ...data,
      ...main,
      makes,
      companions: Object.fromEntries(companions),
      // What the team begins with goes with what the team has beside it.
      with: isOwn ? beside : [...new Set([...(data.with ?? []), ...beside])],
    },
  };
}

/** The names of the team's starters, without what all end with. */
function ownNames({ store, folder, configuration, language }: App): readonly string[] {
  if (configuration?.starters === undefined) return [];
  const at = inFolder(folder, configuration.starters);
  if (store.stat(at)?.kind !== "folder") return [];
  const names = store.entries(at).flatMap((name) => (name.endsWith(ending) ? [name.slice(0, -ending.length)] : []));
  // Of two, the one in the language that new files are written in.
  const isNative = (name: string): boolean => nameIn(language, name) === name;
  return names.sort((a, b) => Number(isNative(b)) - Number(isNative(a)) || (a < b ? -1 : 1));
}
