import { isBelow, nameOf } from "../../base/paths.js";
import type { Rule } from "./rule.js";

export const trackedSecret: Rule = {
  name: "tracked-secret",
  asks: "Files with secrets or local settings are ignored by git.",
  why: "A password that was pushed once stays in the history, even if the file is deleted later.",
  wrong: ".env    (git tracks it)",
  right: ".gitignore    .env\n.env.example    (names without values)",
  *find({ tree, app }) {
    for (const path of tree.paths) {
      if (app.folder !== "" && !isBelow(path, app.folder)) continue;
      const name = nameOf(path);
      if (
        !/^\.env(?:\.[\w.-]+)?$/.test(name) ||
        /\.(?:example|sample|template|defaults?|dist|schema|test|ci)$/i.test(name)
      )
        continue;
      const text = tree.text(path)?.text ?? "";
      if (/^[^#\n]*=\s*\S/m.test(text))
        yield {
          file: path,
          what: { code: "secret tracked", name },
        };
    }
  },
};
