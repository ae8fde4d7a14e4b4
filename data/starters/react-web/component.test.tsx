import { expect, test } from "vitest";
import { «Symbol» } from "./«stem»";

test("«title» shows what it is given", () => {
  expect(JSON.stringify(«Symbol»({ children: "apples" }))).toContain("apples");
});
