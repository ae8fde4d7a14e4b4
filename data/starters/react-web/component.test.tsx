import { expect, test } from "vitest";
import { «stem» } from "./«stem»";

test("«title» shows what it is given", () => {
  expect(JSON.stringify(«stem»({ children: "apples" }))).toContain("apples");
});
