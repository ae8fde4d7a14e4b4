import { expect, test } from "vitest";
import { «Symbol» } from "./«stem»";

test("«title» has its heading", () => {
  expect(JSON.stringify(«Symbol»())).toContain("«Title»");
});
