import { describe, expect, test } from "vitest";
import { planOf, respellings, type Files } from "../../change/plan/planning.test.suite.js";
import { languageContract } from "../contract.test.suite.js";
import { graphql } from "./index.js";

const document = `# What a tree is asked for.
#import "./tree-fields.graphql"
# import "@/fragments/rota.graphql"
#import './harvest.gql' # sorted by day
# import Tree, Rota.* from "types.graphqls";
# import * from '../weather.graphql'
# The names are those of the server: import them "as they are".
## import "./not-this.graphql"
query Trees { trees(near: "#import './nor-this.graphql'") { ...TreeFields } }
`;
const names = [
  "./tree-fields.graphql",
  "@/fragments/rota.graphql",
  "./harvest.gql",
  "types.graphqls",
  "../weather.graphql",
];

languageContract(
  graphql,
  [{ name: "trees.graphql", text: document, specifiers: names }],
  ["./x.graphql", "../w/y.gql", "./é/木.graphql"],
);

test("a file that is not text is not read", () => {
  expect(graphql.extract('#import "./a.graphql"\0', "b.graphql").reading).toBe("not read");
});

const fields = "fragment TreeFields on Tree { id }\n";
const asked = (name: string): string => `#import "${name}"\nquery Trees { trees { ...TreeFields } }\n`;

describe("queries follow", () => {
  test.each<readonly [string, Files, readonly string[], readonly string[]]>([
    [
      "a fragment that goes",
      { "q/trees.graphql": asked("./tree-fields.graphql"), "q/tree-fields.graphql": fields },
      ["q/tree-fields.graphql > f/tree-fields.graphql"],
      ["q/trees.graphql: ./tree-fields.graphql > ../f/tree-fields.graphql"],
    ],
    [
      "their own way to another folder",
      { "q/trees.gql": asked("./tree-fields.graphql"), "q/tree-fields.graphql": fields },
      ["q/trees.gql > v/w/trees.gql"],
      ["q/trees.gql: ./tree-fields.graphql > ../../q/tree-fields.graphql"],
    ],
    [
      "a name without ./, which goes on without it",
      { "q/a.graphql": '# import Tree from "b.graphql"\n', "q/b.graphql": "type Tree { id: ID }\n" },
      ["q/b.graphql > q/c/b.graphql"],
      ["q/a.graphql: b.graphql > c/b.graphql"],
    ],
    [
      "an alias",
      {
        "tsconfig.json": '{ "compilerOptions": { "paths": { "@/*": ["./src/*"] } } }',
        "src/q/trees.graphql": asked("@/q/tree-fields.graphql"),
        "src/q/tree-fields.graphql": fields,
      },
      ["src/q/tree-fields.graphql > src/f/tree-fields.graphql"],
      ["src/q/trees.graphql: @/q/tree-fields.graphql > @/f/tree-fields.graphql"],
    ],
    [
      "nothing where a package is meant",
      { "q/trees.graphql": asked("orchard-queries/tree-fields.graphql"), "q/tree-fields.graphql": fields },
      ["q/tree-fields.graphql > f/tree-fields.graphql"],
      [],
    ],
  ])("%s", async (_, files, moves, edits) => {
    const plan = await planOf(files, moves);
    expect(respellings(plan)).toEqual(edits);
  });
});
