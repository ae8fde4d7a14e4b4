import { expect, test } from "vitest";
import { «stem» } from "./«stem»";

test("«title» has its heading", () => {
  expect(JSON.stringify(«stem»())).toContain("«Title»");
});
