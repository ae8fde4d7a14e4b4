/** Statements put together anew, in the way of the language. */
import { declaresByNamespace, languageFor, sharesTypes } from "../../languages/index.js";
import { regroupModules } from "../modules/index.js";
import { regroupTypes } from "../spaced/index.js";
import { regroup, type Regrouped, type RegroupRequest } from "../regroup/index.js";
import { regroupLibraries } from "./regroup.js";

/** Works it out. Languages must have been prepared for names. Throws for names that clash, and for what cannot be parted. */
export function regroupParts(request: RegroupRequest): Promise<Regrouped> {
  if (request.parts.some(({ anatomy }) => declaresByNamespace(anatomy.path))) return regroupTypes(request);
  if (request.parts.some(({ anatomy }) => sharesTypes(anatomy.path))) return Promise.resolve(regroupModules(request));
  const isOfLibraries = request.parts.some(({ anatomy }) => languageFor(anatomy.path)?.directives !== undefined);
  return isOfLibraries ? regroupLibraries(request) : regroup(request);
}

/** Imports that go along with what is taken out, and the command of the language that takes out those that are not needed. */
export interface Carried {
  readonly specifiers: readonly string[];
  readonly tidying: string;
}

/** The same of all new files. */
export function carriedOf(carried: NonNullable<Regrouped["carried"]>): { readonly carried?: Carried } {
  const [first] = carried;
  const tidying = first && languageFor(first.file)?.directives?.tidying;
  const specifiers = [...new Set(carried.flatMap((each) => each.specifiers))];
  return tidying === undefined ? {} : { carried: { specifiers, tidying } };
}

export { boundIn, withCompanions } from "./companions.js";
