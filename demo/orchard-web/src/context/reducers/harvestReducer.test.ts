import { expect, test } from "vitest";
import { harvestAdded } from "../actions/harvestActions";
import { harvestState } from "../initialStates/harvestState";
import { harvestReducer } from "./harvestReducer";

test("a harvest is added", () => {
  const entry = { id: "h1", treeId: "t1", weight: 14, date: "2026-09-03" };
  expect(harvestReducer(harvestState, harvestAdded(entry)).entries).toEqual([entry]);
});
