import { expect, test } from "vitest";
import { «hook» } from "./«stem»";

test("«title» can be used", () => {
  expect(typeof «hook»).toBe("function");
});
