import { expect, test } from "vitest";
import { load«Pascal» } from "./«stem»";

test("«title» can be asked for", () => {
  expect(typeof load«Pascal»).toBe("function");
});
