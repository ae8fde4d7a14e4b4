import { describe, expect, test } from "vitest";
import { daysBetween, shortDate } from "./dates";

describe("dates", () => {
  test("are short", () => expect(shortDate("2026-09-03")).toBe("3 Sep"));
  test("are counted", () => expect(daysBetween("2026-09-01", "2026-09-08")).toBe(7));
});
