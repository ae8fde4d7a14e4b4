/** `guide`: the page that says where things go, as it is printed, written, and held to the app. */
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, test } from "vitest";
import { demoCopy, fingerprint, layeredDemo, run } from "./program.js";

const page = "docs/where-things-go.md";

describe("guide", () => {
  test("prints shelves with real examples, what to ask, names, and how to add; nothing is written", async () => {
    const root = layeredDemo();
    const before = fingerprint(root);
    const { code, out, err } = await run(root, ["guide"]);
    expect(code).toBe(0);
    expect(err).toContain(`${page} was not written. Add --write to write it.`);
    expect(out).toMatch(/^# Where things go\n/);
    expect(out).toContain(
      "This is how PippinRowWeb is organised: React for the web, one folder for each role. Its code is in `src/`.",
    );
    expect(out).toContain("They have no folders of their own.");
    const examples = [...out.matchAll(/^\| `src\/[^|]*\| [^|]*\| `([^`]+)` \|$/gm)].map(([, path]) => path ?? "");
    expect(examples.length).toBeGreaterThan(5);
    for (const path of examples) expect(existsSync(join(root, path)) || !path.includes("/"), path).toBe(true);
    expect(out).toContain("| pieces of the view that are used again | components | `src/components/` |");
    expect(out).toMatch(/\| `src\/components\/` \| `\{Pascal\}` \| `\w+\.tsx` \|/);
    expect(out).toContain("steady-shelf add screen NAME\n");
    // The app's own word for a folder.
    expect(out).toContain("`src/theme/`");
    expect(fingerprint(root)).toBe(before);
  });

  test("where features have folders, asks who uses it", async () => {
    const root = layeredDemo();
    const file = join(root, "steady-shelf.yaml");
    writeFileSync(file, readFileSync(file, "utf8").replace("layer-first", "feature-first"));
    const { out } = await run(root, ["guide"]);
    expect(out).toContain("2. **Who uses it?** One feature: it goes into that feature's folder.");
    expect(out).toMatch(
      /\| components: pieces [^|]+\| `src\/features\/\{feature\}\/components\/` \| `src\/shared\/components\/` \|/,
    );
    expect(out).toContain("steady-shelf add feature NAME\n");
    expect(out).toContain("- Other features come in through a feature's index only.");
  });

  test("is written, is true then, keeps what people write around it, and says when it is true no longer", async () => {
    const root = layeredDemo();
    expect(await run(root, ["guide", "--check"])).toMatchObject({
      code: 1,
      out: `${page} is not there. \`steady-shelf guide --write\` writes it.\n`,
    });
    expect((await run(root, ["guide", "--write"])).out).toMatch(`Wrote ${page}.`);
    expect(await run(root, ["guide", "--check"])).toMatchObject({ code: 0, out: `✓ ${page} is true.\n` });
    const own = `# How we work\r\n\r\nAsk Ada.\r\n\r\n${readFileSync(join(root, page), "utf8").replace("# Where things go\n\n", "").replaceAll("\n", "\r\n")}\r\nMore below.\r\n`;
    writeFileSync(join(root, page), own);
    expect((await run(root, ["guide", "--check"])).code).toBe(0);
    // Another file of the kind changes nothing; one that is an example and goes does.
    writeFileSync(join(root, "src/hooks/useApples.ts"), "export function useApples() {}\n");
    expect((await run(root, ["guide", "--check"])).code).toBe(0);
    const example = /`(src\/hooks\/\w+\.ts)`/.exec(own)?.[1] ?? "";
    mkdirSync(join(root, "src/odd"));
    renameSync(join(root, example), join(root, "src/odd/use-it.ts"));
    const untrue = await run(root, ["guide", "--check"]);
    expect(untrue).toMatchObject({ code: 1, out: expect.stringContaining("is no longer true") as string });
    await run(root, ["guide", "--write"]);
    const after = readFileSync(join(root, page), "utf8");
    expect(after).toMatch(/^# How we work\r\n\r\nAsk Ada\.\r\n/);
    expect(after).toMatch(/<!-- Up to here\. -->\r\n\r\nMore below\.\r\n$/);
    expect(after.replaceAll("\r\n", "")).not.toContain("\n");
    expect((await run(root, ["guide", "--check", "--json"])).json()).toEqual({ version: 1, file: page, isTrue: true });
    expect((await run(root, ["undo", "--write"])).code).toBe(0);
    expect(readFileSync(join(root, page), "utf8")).toBe(own);
  });

  test("a page of somebody else's is not written into", async () => {
    const root = layeredDemo();
    mkdirSync(join(root, "docs"));
    writeFileSync(join(root, page), "# Ours\n");
    const refused = await run(root, ["guide", "--write"]);
    expect(refused.code).toBe(2);
    expect(refused.err).toContain("is there, and not written by `guide`");
    expect(refused.err).toContain("<!-- Up to here. -->");
    expect((await run(root, ["guide", "--json"])).json()).toMatchObject({ error: { code: "GUIDE_FOREIGN" } });
    expect(readFileSync(join(root, page), "utf8")).toBe("# Ours\n");
    expect((await run(root, ["guide", "--write", "--to", "PLACES.md"])).out).toContain("Wrote PLACES.md.");
    expect(await run(root, ["guide", "--check", "--write"])).toMatchObject({ code: 2 });
  });

  test.each([
    ["orchard-board", "with shelves of its own", "`src/blocks/{feature}/`"],
    ["orchard-flutter", "Flutter, one folder for each role", "`lib/widgets/`"],
    ["orchard-phone", "SwiftUI", "Views/"],
    ["orchard-theme", "Sass", "src/scss/"],
  ])("of %s, which nobody has configured", async (app, shape, shelf) => {
    const { code, out } = await run(demoCopy(app), ["guide"]);
    expect(code).toBe(0);
    expect(out).toContain(shape);
    expect(out).toContain(shelf);
    expect(out).not.toMatch(/undefined|\[object/);
  });
});
