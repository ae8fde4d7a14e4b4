import { beforeAll, describe, expect, test } from "vitest";
import { prepare } from "./extract.js";
import { givenByDefault, takenByDefault } from "./by-default.js";

beforeAll(prepare);

describe("what a file gives by name, given by default", () => {
  test.each<readonly [text: string, is: string | undefined]>([
    ["export function Tree() {\n  return 1;\n}\n", "export default function Tree() {\n  return 1;\n}\n"],
    ["export async function load() {}\n", "export default async function load() {}\n"],
    ["/** Of trees. */\nexport class Trees {}\n", "/** Of trees. */\nexport default class Trees {}\n"],
    ["export const tree = 1;\n", "const tree = 1;\n\nexport default tree;\n"],
    [
      "export interface P { a: 1 }\nexport function T(p: P) {}\n",
      "export interface P { a: 1 }\nexport default function T(p: P) {}\n",
    ],
    // Which of two is meant, nothing says.
    ["export const a = 1;\nexport const b = 2;\n", undefined],
    ["export default function Tree() {}\n", undefined],
    ["const a = 1;\nexport { a };\n", undefined],
    ["export { a as b } from './a';\n", undefined],
    ["export type P = 1;\n", undefined],
    ["export const {\n", undefined],
  ])("%j → %j", (text, is) => {
    expect(givenByDefault(text, "Tree.tsx")).toBe(is);
  });

  test.each([
    ['import { Tree } from "./Tree";\n', 'import Tree from "./Tree";\n'],
    ['import {Tree} from "./Tree";\n', 'import Tree from "./Tree";\n'],
    ['import { Tree, leaf } from "./Tree";\n', 'import { Tree, leaf } from "./Tree";\n'],
    ['import { TreeList } from "./Tree";\n', 'import { TreeList } from "./Tree";\n'],
  ])("is taken so: %j → %j", (text, is) => {
    expect(takenByDefault(text, "Tree")).toBe(is);
  });
});
