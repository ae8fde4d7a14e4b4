import { expect, test, vi } from "vitest";
import { render } from "test-render";
import HarvestScreen from "./HarvestScreen";

vi.mock("@/hooks/useHarvest", () => ({
  useHarvest: () => ({ loading: false, entries: [{ id: "h1", treeId: "t1", weight: 14, date: "2026-09-03" }] }),
}));

vi.mock("./formatYield", async () => {
  const actual = await vi.importActual<typeof import("./formatYield")>("./formatYield");
  return { ...actual };
});

test("the sum is in baskets", () => {
  expect(render(<HarvestScreen />).text()).toContain("in 2 baskets");
});
