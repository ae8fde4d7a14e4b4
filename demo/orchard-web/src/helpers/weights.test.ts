import { expect, test } from "vitest";
import { basketsFor, kilograms } from "./weights";

test("a weight has one digit", () => expect(kilograms(3.25)).toBe("3.3 kg"));
test("baskets are counted up", () => expect(basketsFor(25)).toBe(3));
