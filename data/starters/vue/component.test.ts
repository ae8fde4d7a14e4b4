import { expect, test } from "vitest";
import «Symbol» from "./«stem».vue";

test("«title» is a component", () => {
  expect(«Symbol»).toBeDefined();
});
