import { expect, test, vi } from "vitest";
import { loadTrees } from "../services/treesService";

vi.mock("../services/http");

test("trees come from the server", async () => {
  const real = await vi.importActual<typeof import("../services/treesService")>("../services/treesService");
  expect(real.loadTrees).toBe(loadTrees);
});
