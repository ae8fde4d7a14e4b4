import { expect, test } from "vitest";
«named?»import { «name» } from "«to leader»";
«default?»import «name» from "«to leader»";
«whole?»import * as «name» from "«to leader»";

test("«title»", () => {
  expect(«name»).toBeDefined();
});
