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
