import { expect, test, vi } from "vitest";
import { render } from "test-render";
import { TreeCard } from "./TreeCard";

vi.mock("../../assets/images/apple-tree.png", () => ({ default: "apple-tree.png" }));

const tree = { id: "t1", name: "Old Bramley", variety: "Bramley", planted: "1951-03-01" };

test("a tree shows its variety", () => {
  expect(render(<TreeCard tree={tree} onOpen={() => undefined} />).text()).toContain("Bramley");
});
