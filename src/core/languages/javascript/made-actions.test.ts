import { expect, test } from "vitest";
import { makesAction } from "./made-actions.js";

test.each<[string, string, boolean]>([
  ["a function that gives it back", 'return { type: "rota/added", entry };', true],
  ["an arrow", "export const add = (entry) => ({ type: 'rota/added', entry });", true],
  ["a type that lists it", 'type A = | { readonly type: "rota/added"; readonly entry: Entry };', true],
  ["one that may be written to", 'type A = { type: "rota/added"; entry: Entry };', true],
  ["a call", 'export const add = createAction<Entry>("rota/added");', true],
  ["a thunk", 'createAsyncThunk(\n  "rota/added", load)', true],
  ["what is sent", 'dispatch({ type: "rota/added", entry });', false],
  ["what a reducer hands on", 'return reducer(state, { ...action, type: "rota/added" });', false],
  ["what a reducer answers to", 'case "rota/added": return state;', false],
  ["another one", 'return { type: "rota/added2" };', false],
  ["one whose name would be a pattern", 'return { type: "rotaXadded" };', false],
])("%s", (_, text, makes) => {
  expect(makesAction(text, "rota/added")).toBe(makes);
});

test("a name of letters that mean something in a pattern", () => {
  expect(makesAction('return { type: "@rota.(added)[]" };', "@rota.(added)[]")).toBe(true);
  expect(makesAction('return { type: "@rotaX(added)[]" };', "@rota.(added)[]")).toBe(false);
});
