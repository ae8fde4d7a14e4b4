import { expect, test } from "vitest";
import { «stem» } from "./«stem»";

test("«title»", () => {
  expect(«stem»("apple")).toBe("apple");
});
