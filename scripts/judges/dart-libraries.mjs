/**
 * What every piece of a Dart app says and means, by a grammar of Dart and a few rules of its own: each node of the top level as its
 * words, with what each word can mean (a declaration of its library, or of what that imports), and what leads out of the app. Two trees
 * with the same pieces say the same, wherever the pieces stand.
 */
// @ts-check
import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import { join, posix } from "node:path";

/**
 * @typedef {{ uri: string, isExport: boolean, show: string[] | undefined, hide: string[], prefix: string | undefined }} Directive
 * @typedef {{ words: string[], inner: Set<string>, behindDot: Set<number>, reaches: boolean }} Piece
 * @typedef {{ pieces: Piece[], names: Map<string, string>, directives: Directive[], parts: string[], leader: string, errors: number }} File
 */

/**
 * All pieces of an app, by what they say: of each, what its words mean, and where more may come from.
 * @param {any} parser @param {string} root @param {readonly string[]} paths
 */
export function piecesIn(parser, root, paths) {
  /** @type {Map<string, string>} */
  const packages = new Map();
  for (const path of paths.filter((each) => posix.basename(each) === "pubspec.yaml")) {
    const name = /^name:\s*["']?([\w]+)/m.exec(readFileSync(join(root, path), "utf8"))?.[1] ?? "";
    if (!packages.has(name)) packages.set(name, posix.dirname(path));
  }
  const there = new Set(paths);
  /** @param {string} from @param {string} uri */
  const meant = (from, uri) => {
    const named = /^package:(\w+)\/(.*)$/.exec(uri);
    const folder = named ? packages.get(named[1] ?? "") : undefined;
    const path = named
      ? folder === undefined
        ? ""
        : posix.join(folder, "lib", named[2] ?? "")
      : /^\w+:/.test(uri)
        ? ""
        : posix.join(posix.dirname(from), uri);
    return there.has(path) ? path : undefined;
  };
  /** @type {Map<string, File>} */
  const files = new Map();
  for (const path of paths.filter((each) => each.endsWith(".dart")))
    files.set(path, readFile(parser, readFileSync(join(root, path), "utf8")));
  for (const [path, file] of files)
    for (const part of file.parts) {
      const target = files.get(meant(path, part) ?? "");
      if (target) target.leader = path;
    }
  /** @param {string} path */
  const unitsOf = (path) =>
    [...files].filter(([each, { leader }]) => each === path || leader === path).map(([each]) => each);
  /** @type {Map<string, Map<string, string>>} */
  const given = new Map();
  /** The names that a file gives, by what declares them. @param {string} path @returns {Map<string, string>} */
  const givenBy = (path) => {
    const known = given.get(path);
    if (known) return known;
    /** @type {Map<string, string>} */
    const names = new Map();
    given.set(path, names);
    for (const unit of unitsOf(path))
      for (const [name, key] of files.get(unit)?.names ?? []) if (!name.startsWith("_")) names.set(name, key);
    for (const { uri, isExport, show, hide } of files.get(path)?.directives ?? []) {
      const target = isExport ? meant(path, uri) : undefined;
      for (const [name, key] of target ? givenBy(target) : [])
        if ((show?.includes(name) ?? true) && !hide.includes(name) && !names.has(name)) names.set(name, key);
    }
    return names;
  };
  /** What leads out of the app, of one file and of what it passes on. @param {string} path @param {boolean} isOwn @param {Set<string>} seen @returns {string[]} */
  const outsideOf = (path, isOwn, seen = new Set()) => {
    if (seen.has(path)) return [];
    seen.add(path);
    return (files.get(path)?.directives ?? []).flatMap(({ uri, isExport }) => {
      // What a file passes on it does not know itself.
      if (isOwn === isExport) return [];
      const target = meant(path, uri);
      if (target) return outsideOf(target, false, seen);
      // Everybody has the language's own library, whatever passes parts of it on.
      return uri === "dart:core" ? [] : [/^\w+:/.test(uri) ? uri : posix.basename(uri)];
    });
  };
  /** @type {Map<string, { meanings: string[], outside: Set<string>, from: string }[]>} */
  const found = new Map();
  let errors = 0;
  for (const path of files.keys()) {
    const file = files.get(path);
    if (!file || file.leader !== "") continue;
    const units = unitsOf(path);
    /** @type {Map<string, string>} */
    const known = new Map();
    for (const { uri, isExport, show, hide, prefix } of file.directives) {
      const target = isExport ? undefined : meant(path, uri);
      const before = prefix ? `${prefix}.` : "";
      for (const [name, key] of target ? givenBy(target) : [])
        if ((show?.includes(name) ?? true) && !hide.includes(name))
          known.set(
            before + name,
            known.has(before + name) && known.get(before + name) !== key ? `${known.get(before + name)}|${key}` : key,
          );
    }
    for (const unit of units) for (const [name, key] of files.get(unit)?.names ?? []) known.set(name, key);
    const prefixes = new Set(file.directives.flatMap(({ prefix }) => (prefix ? [prefix] : [])));
    const outside = new Set(outsideOf(path, true));
    for (const unit of units) {
      errors += files.get(unit)?.errors ?? 0;
      for (const { words, inner, behindDot, reaches } of files.get(unit)?.pieces ?? []) {
        const said = words.filter((word) => !prefixes.has(word));
        const key = said.map((word) => (word.startsWith("_") ? "_" : word)).join(" ");
        const meanings = words.flatMap((word, at) => {
          const before = words[at - 1] ?? "";
          const isPrefixed = prefixes.has(before);
          if (!isPrefixed && behindDot.has(at)) return [];
          const name = isPrefixed ? `${before}.${word}` : word;
          return known.has(name) && !inner.has(word) ? [`${word.replace(/^_.*/, "_")}=${known.get(name)}`] : [];
        });
        const list = found.get(key) ?? [];
        // What nothing here explains, and what stands behind a dot, may come from outside.
        const isOpen = words.some(
          (word, at) =>
            /^[A-Z]/.test(word) &&
            !known.has(word) &&
            !inner.has(word) &&
            !behindDot.has(at) &&
            !/^(?:String|List|Map|Set|Iterable|Future|Stream|Object|Function|Type|Null|Never|Symbol|Record|Enum)$/.test(
              word,
            ),
        );
        list.push({ meanings, outside: isOpen || reaches ? outside : new Set(), from: unit });
        found.set(key, list);
      }
    }
  }
  // What passes others on gives what it gave.
  const gives = new Map(
    [...files]
      .filter(([, { directives, leader }]) => leader === "" && directives.some(({ isExport }) => isExport))
      .map(([path]) => [path, [...givenBy(path).keys()].filter((name) => !files.get(path)?.names.has(name))]),
  );
  return { found, errors, gives };
}

/** What differs between two trees, as lines. @param {ReturnType<typeof piecesIn>} before @param {ReturnType<typeof piecesIn>} after */
export function differences(before, after) {
  /** @type {string[]} */
  const wrong = [];
  if (before.errors !== after.errors) wrong.push(`${before.errors} errors became ${after.errors}`);
  const short = (/** @type {string} */ text) => (text.length > 90 ? `${text.slice(0, 90)}…` : text);
  for (const [path, names] of before.gives) {
    const now = after.gives.get(path);
    const lost = now ? names.filter((name) => !now.includes(name)) : [];
    if (lost.length > 0) wrong.push(`${path}: gives ${lost.slice(0, 3).join(", ")} no more`);
  }
  for (const [key, list] of before.found) {
    const there = after.found.get(key) ?? [];
    if (there.length !== list.length) {
      wrong.push(`${list[0]?.from}: \`${short(key)}\` is there ${list.length} times, then ${there.length}`);
      continue;
    }
    const said = (/** @type {{ meanings: string[] }} */ each) => each.meanings.join(" ");
    const [one, other] = [
      list.toSorted((a, b) => (said(a) < said(b) ? -1 : 1)),
      there.toSorted((a, b) => (said(a) < said(b) ? -1 : 1)),
    ];
    one.forEach((each, at) => {
      const now = other[at];
      if (!now) return;
      if (said(each) !== said(now)) {
        const lost = each.meanings.filter((meaning) => !now.meanings.includes(meaning)).slice(0, 3);
        const come = now.meanings.filter((meaning) => !each.meanings.includes(meaning)).slice(0, 3);
        wrong.push(
          `${each.from} → ${now.from}: \`${short(key)}\` means ${lost.join(", ")} no more, and ${come.join(", ")}`,
        );
      }
      const gone = list.length > 1 ? [] : [...each.outside].filter((uri) => !now.outside.has(uri));
      if (gone.length > 0 && key.split(" ").length > 3)
        wrong.push(`${each.from} → ${now.from}: \`${short(key)}\` loses ${gone.join(", ")}`);
    });
  }
  for (const [key, list] of after.found)
    if (!before.found.has(key)) wrong.push(`${list[0]?.from}: \`${short(key)}\` has come up`);
  return wrong;
}

/** @param {any} parser @param {string} text @returns {File} */
function readFile(parser, text) {
  const tree = parser.parse(text);
  /** @type {File} */
  const file = { pieces: [], names: new Map(), directives: [], parts: [], leader: "", errors: 0 };
  file.errors = tree.rootNode.descendantsOfType("ERROR").length;
  for (const node of tree.rootNode.namedChildren) {
    if (/comment/.test(node.type)) continue;
    if (
      /^(?:import_or_export|part_directive|part_of_directive|library_name|library_import|library_export|import_specification)$/.test(
        node.type,
      )
    ) {
      directive(node, file);
      continue;
    }
    const nodes = node.descendantsOfType(["identifier", "type_identifier", "identifier_dollar_escaped"]);
    const words = nodes.map((/** @type {any} */ each) => each.text);
    // `tree.rows`: what stands behind a dot belongs to what stands before it.
    const behindDot = new Set(
      nodes.flatMap((/** @type {any} */ each, /** @type {number} */ at) =>
        each.parent?.type === "label" ||
        /^(?:bool|dynamic|int|double|num|void|String|get|set)$/.test(each.text) ||
        /(?:^|[^.])\.{1,2}\s*$/.test(text.slice(Math.max(0, each.startIndex - 40), each.startIndex))
          ? [at]
          : [],
      ),
    );
    if (words.length === 0 && !/declaration|definition|body/.test(node.type)) continue;
    // What bears the same name inside of something is another thing.
    const inner = new Set(
      node
        .descendantsOfType([
          "static_final_declaration",
          "getter_signature",
          "setter_signature",
          "initialized_variable_definition",
          "initialized_identifier",
          "formal_parameter",
          "for_loop_parts",
          "catch_parameters",
        ])
        .flatMap((/** @type {any} */ each) => {
          const all = each.namedChildren.filter((/** @type {any} */ child) => child.type === "identifier");
          const name = each.type === "formal_parameter" ? all.at(-1) : all[0];
          return name ? [name.text] : [];
        }),
    );
    // A member of a value: not of a type's name, nor of the thing itself.
    const reaches = /(?:[\w)\]}>?!])\.[a-z]/.test(
      node.text.replace(/'[^'\n]*'|"[^"\n]*"|\/\/.*$/gm, " ").replace(/\b(?:this|super|_*[A-Z]\w*)\./g, " "),
    );
    file.pieces.push({ words, inner, behindDot, reaches });
    const named =
      node.childForFieldName?.("name") ??
      (/^(?:mixin|extension|type_alias)/.test(node.type)
        ? node.namedChildren.find((/** @type {any} */ each) => /identifier$/.test(each.type))
        : undefined);
    const print = createHash("md5")
      // A prefix begins with a small letter, and may be there or not.
      .update(`${node.type} ${words.filter((/** @type {string} */ word) => /^[A-Z]/.test(word)).length}`)
      .digest("hex")
      .slice(0, 6);
    if (named) file.names.set(named.text, `${named.text.replace(/^_.*/, "_")}#${print}`);
    if (/^(?:static_final_declaration_list|initialized_identifier_list)$/.test(node.type))
      for (const each of node.namedChildren) {
        const name = each.namedChildren[0]?.text ?? each.text;
        file.names.set(name, `${name.replace(/^_.*/, "_")}#value`);
      }
  }
  tree.delete();
  return file;
}

/** @param {any} node @param {File} file */
function directive(node, file) {
  const uris = node.descendantsOfType("uri").map((/** @type {any} */ uri) => uri.text.replace(/^r?['"]+|['"]+$/g, ""));
  if (node.type === "part_directive") file.parts.push(...uris);
  if (node.type !== "import_or_export") return;
  const said = node.text.replace(/\/\/.*$|\/\*[\s\S]*?\*\//gm, " ");
  const isExport = /^export\b/.test(said.replace(/^(?:@[\w.]+(?:\([^)]*\))?\s*)+/, ""));
  const names = (/** @type {RegExp} */ form) =>
    [...said.matchAll(form)].flatMap(([, list = ""]) => list.split(",").map((each) => each.trim()));
  const shown = /\bshow\b/.test(said) ? names(/\bshow\s+([\w$,\s]+?)(?=\s+hide\b|;)/g) : undefined;
  const hide = names(/\bhide\s+([\w$,\s]+?)(?=\s+show\b|;)/g);
  const prefix = /\bas\s+(\w+)/.exec(said)?.[1];
  for (const uri of uris) file.directives.push({ uri, isExport, show: shown, hide, prefix });
}
