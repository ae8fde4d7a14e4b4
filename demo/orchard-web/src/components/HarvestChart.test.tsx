import { expect, test } from "vitest";
import { render } from "test-render";
import { HarvestChart } from "./HarvestChart";

test("a day shows its weight", () => {
  const harvests = [{ id: "h1", treeId: "t1", weight: 14, date: "2026-09-03" }];
  expect(render(<HarvestChart harvests={harvests} />).text()).toContain("14.0 kg");
});
