/** Where a new sheet is listed in the one that takes the others in. */
import { expect, test } from "vitest";
import { insertInSection } from "./register.js";

const sections = ["abstracts", "base", "components", "pages"];

test.each<[string, string, string]>([
  [
    "after the last of its section",
    '@use "base/a";\n@use "components/b";\n@use "pages/c";\n',
    '@use "base/a";\n@use "components/b";\n@use "components/x";\n@use "pages/c";\n',
  ],
  ["before the first of a later one", '@use "pages/c";\n', '@use "components/x";\n@use "pages/c";\n'],
  [
    "as an import, where these are imports, with their quotes",
    "@import 'base/a';\n\n.rule { a: b }\n",
    "@import 'base/a';\n@import 'components/x';\n\n.rule { a: b }\n",
  ],
  [
    "behind what lies in no section",
    '@import "inks";\n@import "sizes";\n\nbody { a: b }\n',
    '@import "inks";\n@import "sizes";\n@import "components/x";\n\nbody { a: b }\n',
  ],
  [
    "below the comment that is its heading",
    '@import "inks";\n\n// Components\n@import "button";\n\n// Pages\n@import "home";\n',
    '@import "inks";\n\n// Components\n@import "button";\n@import "components/x";\n\n// Pages\n@import "home";\n',
  ],
  [
    "below a heading of several lines",
    '/* ====\n   Components\n   ==== */\n@import "a";\n',
    '/* ====\n   Components\n   ==== */\n@import "a";\n@import "components/x";\n',
  ],
  ["not twice", '@use "components/x";\n', '@use "components/x";\n'],
  [
    "with a name of its own, where another has its namespace",
    '@use "base/x";\n',
    '@use "base/x";\n@use "components/x" as components-x;\n',
  ],
  [
    "before the rules of a sheet that takes in nothing",
    "// All.\nbody { a: b }\n",
    '// All.\n@use "components/x";\nbody { a: b }\n',
  ],
])("%s", (_, text, expected) => {
  expect(insertInSection(text, '@use "components/x";', sections)).toBe(expected);
});
