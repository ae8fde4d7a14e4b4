/** Statements put together anew, in the way of the language. */
import { languageFor } from "../../languages/index.js";
import { regroup, type Regrouped, type RegroupRequest } from "../regroup/index.js";
import { regroupLibraries } from "./regroup.js";

/** Works it out. Languages must have been prepared for names. Throws for names that clash, and for what cannot be parted. */
export function regroupParts(request: RegroupRequest): Promise<Regrouped> {
  const isOfLibraries = request.parts.some(({ anatomy }) => languageFor(anatomy.path)?.directives !== undefined);
  return isOfLibraries ? regroupLibraries(request) : regroup(request);
}

export { boundIn, withCompanions } from "./companions.js";
