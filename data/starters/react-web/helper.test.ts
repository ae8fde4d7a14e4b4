import { expect, test } from "vitest";
import { «symbol» } from "./«stem»";

test("«title»", () => {
  expect(«symbol»("apple")).toBe("apple");
});
