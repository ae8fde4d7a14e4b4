/** Where a page is written, and where not; whatever fails, what was there is there. */
import { describe, expect, test } from "vitest";
import type { ProjectPath } from "../base/paths.js";
import { MemoryStore } from "../files/index.js";
import { ownReport, writeReport } from "./index.js";

const at = (path: string): ProjectPath => path as ProjectPath;
const mark = "made by us";
const page = `<!doctype html>\n${mark}\nnew\n`;

async function written(files: Readonly<Record<string, string>>, path: string): Promise<Record<string, string>> {
  const store = new MemoryStore(files);
  await writeReport(store, at(path), page, mark);
  return Object.fromEntries(Object.entries(store.snapshot()).filter(([, what]) => what.startsWith("file")));
}

describe("a page", () => {
  test.each([
    ["where nothing is, with the folders above", {}, "reports/web/shelf.html", ["reports/web/shelf.html"]],
    ["over an earlier one", { "shelf.html": `<html>${mark}` }, "shelf.html", ["shelf.html"]],
    ["into our own folder, which git does not see", {}, ownReport, [".steady-shelf/.gitignore", ownReport]],
  ])("is written %s", async (_, files, path, paths) => {
    const after = await written(files, path);
    expect(Object.keys(after).sort()).toEqual([...paths].sort());
    expect(after[path]).toContain("new");
  });

  test.each([
    ["a file of somebody's", { "shelf.html": "<p>Apples</p>" }, "shelf.html"],
    ["a text that speaks of pages far below", { "shelf.html": `${" ".repeat(3000)}${mark}` }, "shelf.html"],
    ["a folder", { "shelf.html/a.ts": "" }, "shelf.html"],
    ["a link", { "shelf.html": "-> a.html", "a.html": mark }, "shelf.html"],
    ["what else is in our own folder", { ".steady-shelf/lock": "" }, ".steady-shelf/lock"],
    ["our own folder", { ".steady-shelf/lock": "" }, ".steady-shelf"],
  ])("is not written over %s", async (_, files, path) => {
    const store = new MemoryStore(files);
    const before = store.snapshot();
    await expect(writeReport(store, at(path), page, mark)).rejects.toMatchObject({ code: "REPORT_FOREIGN" });
    expect(store.snapshot()).toEqual(before);
  });

  test("what appears at the place meanwhile is not written over, and nothing is left beside it", async () => {
    const store = new MemoryStore({ "a.ts": "" });
    const place = store.place.bind(store);
    store.place = (from, to) => {
      store.create(to, Buffer.from("<p>Apples</p>"), 0o644);
      place(from, to);
    };
    await expect(writeReport(store, at("shelf.html"), page, mark)).rejects.toMatchObject({ code: "EEXIST" });
    expect(
      Object.keys(store.snapshot())
        .filter((path) => path !== "")
        .sort(),
    ).toEqual(["a.ts", "shelf.html"]);
    expect(store.snapshot()["shelf.html"]).toContain("Apples");
  });
});
