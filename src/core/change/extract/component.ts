/**
 * What can be taken out of a component. It gives nothing but itself, so nothing of it can be imported; and what it does in its set-up is
 * done for every instance, while a file is loaded once.
 *
 * Source: Vue's documentation, "Single-File Components: <script setup>" (no ES module exports; compiler macros).
 */
import { ShelfError } from "../../base/errors.js";
import type { Statement } from "../../languages/index.js";
import { insideOf, placeOf, type Anatomy } from "../regroup/index.js";

/** Calls that only a component's compiler understands. */
const macros =
  /^(?:defineProps|defineEmits|defineExpose|defineModel|defineOptions|defineSlots|withDefaults|use(?:Slots|Attrs)|\$\w*)$/;

/** Throws `EXTRACT_COMPONENT` for what cannot. */
export function ensureOutOfComponent(anatomy: Anatomy, chosen: readonly Statement[]): void {
  const { path, names, statements } = anatomy;
  const refuse = (start: number, reason: string, other: string): never => {
    throw new ShelfError("EXTRACT_COMPONENT", { path, reason, other, place: placeOf(anatomy, start) });
  };
  for (const { kind, start, exported, isOfInstance, declares } of chosen) {
    const called = declares.join(", ");
    if (kind !== "declaration")
      refuse(start, "only declarations can be taken out of a component", "Name declarations.");
    if (exported !== undefined)
      refuse(
        start,
        `${called} is exported, and whoever takes it from a component is not known`,
        "Export it from a script first.",
      );
    if (isOfInstance === true)
      refuse(
        start,
        `${called} is made anew for every instance of the component, and in a file of its own it would be one for all`,
        "Take out a function that makes it, and call that in the component.",
      );
  }
  const isInside = insideOf(chosen);
  const isRest = insideOf(statements.filter((each) => !chosen.includes(each) && each.kind !== "import"));
  for (const { name, level, places } of names.variables) {
    const used = places.find((place) => isInside(place));
    if (!used || level === "inner") continue;
    if (level === "free" && macros.test(name))
      refuse(used.start, `${name} is understood only in a component`, "Take out the rest without it.");
    if (level === "top" && places.some((place) => place.isDeclared && isRest(place)))
      refuse(
        used.start,
        `it needs ${name}, which the component cannot give to others`,
        `Take out ${name} as well, or give it as a parameter.`,
      );
  }
}
