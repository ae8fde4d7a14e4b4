/**
 * Where interface files, property lists and data models name classes of an app. Sources: the files that Interface Builder and the model
 * editor write; Apple, "Information Property List".
 *
 *   <viewController customClass="TreesViewController" customModule="PippinRow" …>     the module says whose it is
 *   <string>$(PRODUCT_MODULE_NAME).SceneDelegate</string>
 *   <entity name="Tree" representedClassName=".Tree" …>                               of the module into which the model is built
 */
import type { TypeNames, TypePlace } from "../type-names.js";

/** Stands for the module into which a file is built. */
const ownModule = "$(PRODUCT_MODULE_NAME)";

/** Without a module the system knows a class by the name that Objective-C has for it. */
function placeOf(name: string, start: number, qualifier: string | undefined): TypePlace {
  const place = { name, start, end: start + name.length, scope: -1 };
  return qualifier === undefined ? { ...place, role: "unclear" } : { ...place, role: "uses", qualifier };
}

/** Classes of scenes, views and whatever else is drawn. */
export function classesOfInterface(text: string): TypeNames {
  const places = [...text.matchAll(/<[A-Za-z]\w*\b[^<>]*\bcustomClass="[^<>]*>/g)].flatMap((tag): TypePlace[] => {
    const [inner] = tag;
    const found = /\b(customClass=")([\w.]+)"/.exec(inner);
    const [, before = "", name = ""] = found ?? [];
    if (!found || name.includes(".")) return [];
    const start = tag.index + found.index + before.length;
    return [placeOf(name, start, /\bcustomModule="([^"]+)"/.exec(inner)?.[1])];
  });
  return { scopes: [], places };
}

/** By the usual keys; and whatever says the app's own module, whatever the key. */
const classKeys =
  /(?:<key>(?:UISceneDelegateClassName|UISceneClassName|NSPrincipalClass|NSExtensionPrincipalClass|WKExtensionDelegateClassName|CLKComplicationPrincipalClass|INIntentHandlerClass)<\/key>\s*<string>|<string>(?=\$[({]PRODUCT_MODULE_NAME[)}]\.))([^<\r\n]+)</g;

/** Classes that the system makes by their names. */
export function classesOfList(text: string): TypeNames {
  const places = [...text.matchAll(classKeys)].flatMap((match): TypePlace[] => {
    const [whole, value = ""] = match;
    const [, qualifier, name = ""] = /^(?:(\$[({]\w+(?::\w+)?[)}]|\w+)\.)?([A-Za-z_]\w*)$/.exec(value) ?? [];
    if (name === "") return [];
    const start = match.index + whole.length - 1 - name.length;
    return [placeOf(name, start, qualifier?.startsWith("$") === true ? ownModule : qualifier)];
  });
  return { scopes: [], places };
}

/** Test classes that a scheme leaves out, or runs alone: `<Test Identifier = "TreeTests/testRows()">`. */
export function classesOfScheme(text: string): TypeNames {
  const places = [...text.matchAll(/(<Test\s+Identifier\s*=\s*")([A-Za-z_]\w*)/g)].map((match): TypePlace => {
    const [, before = "", name = ""] = match;
    return placeOf(name, match.index + before.length, ownModule);
  });
  return { scopes: [], places };
}

/** Lists of a test plan in which tests stand, as texts or as suites with names. */
const testLists = /"(?:skippedTests|selectedTests|suites)"\s*:\s*\[/g;

/**
 * Test classes that a test plan leaves out, or runs alone: `"skippedTests" : [ "TreeTests\/testRows()" ]`, and since Xcode 16
 * `"suites" : [ { "name" : "TreeTests" } ]`.
 */
export function classesOfTestPlan(text: string): TypeNames {
  const starts = new Map<number, string>();
  for (const { 0: head, index } of text.matchAll(testLists)) {
    const from = index + head.length;
    const list = text.slice(from, endOfList(text, from));
    const names = head.includes("suites")
      ? /("name"\s*:\s*")([A-Za-z_]\w*)"/g
      : /(")([A-Za-z_]\w*)(?:\\?\/[^"\r\n]*)?"(?!\s*:)/g;
    // A list of suites, whose names are told apart from those of their tests, is no list of texts.
    if (!head.includes("suites") && list.includes("{")) continue;
    for (const { 1: before = "", 2: name = "", index: at } of list.matchAll(names))
      starts.set(from + at + before.length, name);
  }
  const places = [...starts].sort(([a], [b]) => a - b).map(([start, name]) => placeOf(name, start, ownModule));
  return { scopes: [], places };
}

/** Where the list ends that begins before an offset, with lists within it; quotes count. */
function endOfList(text: string, from: number): number {
  let depth = 1;
  for (const { 0: sign, index } of text.slice(from).matchAll(/"(?:[^"\\\r\n]|\\.)*"|[[\]]/g)) {
    if (sign === "[") depth += 1;
    else if (sign === "]") depth -= 1;
    if (depth === 0) return from + index;
  }
  return text.length;
}

/** Classes of a model's entities. Those that the editor makes by itself are nobody's to rename here. */
export function classesOfModel(text: string): TypeNames {
  const places = [...text.matchAll(/<entity\b[^<>]*>/g)].flatMap((tag): TypePlace[] => {
    const found = /\b(representedClassName=")(\.?)(\w+)"/.exec(tag[0]);
    if (!found) return [];
    const [, before = "", point = "", name = ""] = found;
    const start = tag.index + found.index + before.length + point.length;
    return [placeOf(name, start, point === "" ? undefined : ownModule)];
  });
  return { scopes: [], places };
}
