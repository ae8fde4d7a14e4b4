import { expect, test } from "vitest";
import { languageContract } from "../contract.test.suite.js";
import { mdx } from "./index.js";

const document = `# Trees
import { Tree } from "./Tree.tsx";
import
  Rota
from '@/rota/Rota';
export { size } from "./size";
export const near = 3;

It is [said](./pruning.mdx "Pruning") that one can import "./nothing" there. ![A tree](../img/tree.png)

<Tree picture={require("./a.png")} leaf={require('./b.png')} later={() => import("./Later")} />

\`\`\`js
import x from "./sample";
\`\`\`
`;

languageContract(
  mdx,
  [
    {
      name: "trees.mdx",
      text: document,
      specifiers: [
        "./Tree.tsx",
        "@/rota/Rota",
        "./size",
        "./pruning.mdx",
        "../img/tree.png",
        "./a.png",
        "./b.png",
        "./Later",
      ],
    },
    { name: "none.mdx", text: "# No imports\n\nSee [this](a.md).\n", specifiers: ["a.md"] },
  ],
  ["./x.mdx", "../w/y.png", "./é/木.ts"],
);

test("a word of the prose is no import", () => {
  expect(mdx.extract("Do\nimport your trees from the list.\n", "a.mdx").references).toEqual([]);
});
