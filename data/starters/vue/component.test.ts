import { expect, test } from "vitest";
import «stem» from "./«stem».vue";

test("«title» is a component", () => {
  expect(«stem»).toBeDefined();
});
