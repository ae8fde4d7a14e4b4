import { expect, test } from "vitest";
import TreeRow from "./TreeRow.vue";

test("a row is there", () => {
  expect(TreeRow).toBeDefined();
});
