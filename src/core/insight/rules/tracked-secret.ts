import { environmentEntries, environmentFile } from "../../app/index.js";
import { isBelow, nameOf } from "../../base/paths.js";
import type { Rule } from "./rule.js";
import { isGuarded } from "./secrets.js";

/** What is made to be shared, or to be filled in by a tool. */
const forEverybody = /\.(?:defaults?|test|ci|hbs|handlebars|ejs|mustache|tpl|tmpl|liquid|j2)$/i;

export const trackedSecret: Rule = {
  name: "tracked-secret",
  asks: "Files with secrets or local settings are ignored by git.",
  why: "A password that was pushed once stays in the history, even if the file is deleted later.",
  wrong: ".env    API_TOKEN=…    (git does not ignore it)",
  right: ".gitignore    .env\n.env.example    (names without values)",
  *find({ tree, app }) {
    for (const path of tree.paths) {
      if (app.folder !== "" && !isBelow(path, app.folder)) continue;
      const name = nameOf(path);
      if (environmentFile(path) !== "values" || forEverybody.test(name)) continue;
      const values = environmentEntries(tree.text(path)?.text ?? "").filter(({ value }) => value !== "");
      // What only says which address is asked is often kept for all: no secret, and nobody's own.
      const keys = values.filter(isGuarded).map((each) => each.name);
      if (keys.length > 0 || (values.length > 0 && /\.local$/i.test(name)))
        yield {
          file: path,
          what: { code: "secret tracked", name, keys: [...new Set(keys)] },
        };
    }
  },
};
