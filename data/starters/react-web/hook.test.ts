import { expect, test } from "vitest";
import { «stem» } from "./«stem»";

test("«title» can be used", () => {
  expect(typeof «stem»).toBe("function");
});
