/** The page of `report`, in a real browser: what it tells against what the other commands tell, clicks, keys, filters, light, paper. */
import { execFileSync } from "node:child_process";
import { chmodSync, existsSync, readFileSync, statSync, symlinkSync, writeFileSync } from "node:fs";
import { createRequire } from "node:module";
import { delimiter, join } from "node:path";
import { pathToFileURL } from "node:url";
import type { Browser, BrowserContext, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { startBrowser } from "../scripts/judges/browser.mjs";
import { commitAll, demoCopy, fingerprint, folderWith, layeredDemo, run } from "./program.js";

const own = ".steady-shelf/report.html";
const views = ["overview", "trees", "features", "time", "folders", "findings", "file"];

let browser: Browser;
beforeAll(async () => void (browser = await startBrowser()));
afterAll(async () => browser.close());

/** An app of three features of which two reference each other. */
const orchard = {
  "package.json": '{ "name": "pippin-row", "dependencies": { "react": "^19.0.0" } }\n',
  "steady-shelf.yaml": "version: 1\nstack: react-web\nsource: src\narrangement: feature-first\n",
  "src/main.tsx":
    'import "./features/rota/screens/RotaScreen";\nimport "./features/trees/screens/TreesScreen";\nimport "./features/harvest/screens/HarvestScreen";\n',
  "src/features/rota/screens/RotaScreen.tsx":
    'import { useTrees } from "../../trees/hooks/useTrees";\nexport const RotaScreen = () => <p>{useTrees()}</p>;\n',
  "src/features/rota/hooks/useRota.ts": "export const useRota = () => 1;\n",
  "src/features/trees/screens/TreesScreen.tsx":
    'import { useRota } from "../../rota/hooks/useRota";\nimport { useTrees } from "../hooks/useTrees";\nexport const TreesScreen = () => <p>{useRota() + useTrees()}</p>;\n',
  "src/features/trees/hooks/useTrees.ts": "export const useTrees = () => 2;\n",
  "src/features/harvest/screens/HarvestScreen.tsx":
    'import { useTrees } from "../../trees/hooks/useTrees";\nexport const HarvestScreen = () => <p>{useTrees()}</p>;\n',
};

interface Opened {
  readonly page: Page;
  /** What went wrong in the page, and what it asked for. */
  readonly said: string[];
  readonly go: (hash: string) => Promise<void>;
}

/** Opens the page of a project. */
async function open(root: string, options: Parameters<Browser["newContext"]>[0] = {}): Promise<Opened> {
  const context: BrowserContext = await browser.newContext({ viewport: { width: 1280, height: 800 }, ...options });
  const page = await context.newPage();
  const said: string[] = [];
  const address = pathToFileURL(join(root, own)).href;
  page.on("console", (message) => said.push(`console: ${message.text()}`));
  page.on("pageerror", (error) => said.push(`error: ${error.message}`));
  page.on("dialog", (dialog) => (said.push(`dialog: ${dialog.message()}`), dialog.dismiss()));
  page.on("request", (request) => {
    if (!request.url().startsWith(address)) said.push(`request: ${request.url()}`);
  });
  const go = async (hash: string): Promise<void> => {
    await page.goto("about:blank");
    await page.goto(`${address}#${hash}`);
    await page.waitForSelector("main h1");
  };
  await go("overview");
  return { page, said, go };
}

async function reported(root: string, ...words: string[]): Promise<string> {
  const { code, err } = await run(root, ["report", ...words]);
  expect({ code, err }).toEqual({ code: 0, err: "" });
  return root;
}

interface Arranged {
  readonly moves: readonly { readonly from: string; readonly to: string }[];
}

const json = async <Kind>(root: string, ...words: string[]): Promise<Kind> =>
  (await run(root, [...words, "--json"])).json() as Kind;

const texts = (page: Page, selector: string): Promise<string[]> => page.locator(selector).allTextContents();

/** The files that one of the trees shows. */
function filesIn(page: Page, side: number): Promise<string[]> {
  const rows = `document.querySelectorAll(".tree")[${side}].querySelectorAll(".row:not(.folder)")`;
  return page.evaluate<string[]>(`[...${rows}].map((row) => row.dataset.path)`);
}

describe("the command", () => {
  test("writes one file that git does not see, says what is in it, and writes it anew", async () => {
    const root = demoCopy();
    const before = fingerprint(root);
    const { code, out, err } = await run(root, ["report"]);
    expect({ code, err }).toEqual({ code: 0, err: "" });
    expect(out).toMatch(
      /^Wrote \.steady-shelf\/report\.html \(\d+ KB\)\.\n {2}PippinRowWeb: 94 files, 5 features, 7 findings\.\n\n {2}Open it with `steady-shelf report --open`, or in a browser:\n {2}file:\/\/\S+report\.html\n$/,
    );
    expect(fingerprint(root)).toBe(before);
    expect(execFileSync("git", ["status", "--short"], { cwd: root, encoding: "utf8" })).toBe("");
    const [app] = (await json<{ apps: Record<string, unknown>[] }>(root, "report")).apps;
    expect(app).toMatchObject({ name: "PippinRowWeb", files: 94, features: 5, findings: 7, unread: 0 });
    expect(statSync(join(root, own)).size).toBeLessThan(200_000);
  });

  test("writes where it is told to, and never over what is not its own", async () => {
    const root = demoCopy();
    await reported(root, "--to", "reports/orchard.html");
    const first = readFileSync(join(root, "reports/orchard.html"), "utf8");
    expect(first).toMatch(/^<!doctype html>\n/);
    await reported(root, "--to", "reports/orchard.html");
    writeFileSync(join(root, "reports/mine.html"), "<p>Apples</p>\n");
    symlinkSync("mine.html", join(root, "reports/link.html"));
    const before = fingerprint(root);
    for (const path of ["reports/mine.html", "reports/link.html", "reports", "src/main.tsx", ".steady-shelf/lock"]) {
      const refused = await run(root, ["report", "--to", path, "--json"]);
      expect(refused.code, path).toBe(2);
      expect(refused.json(), path).toMatchObject({ error: { code: "REPORT_FOREIGN" } });
    }
    expect(fingerprint(root)).toBe(before);
    // A page that lies among the files is no part of the app, and what it says is no mention.
    commitAll(root);
    const { mentions } = await json<{ mentions: { file: string }[] }>(
      root,
      "move",
      "src/hooks/useRota.ts",
      "src/rota/",
    );
    expect(mentions.filter(({ file }) => file.startsWith("reports/"))).toEqual([]);
    expect(await json(root, "report")).toMatchObject({ apps: [{ files: 94 }] });
  });

  test.skipIf(process.platform !== "linux")("opens it, and says so where nothing opens files", async () => {
    const root = demoCopy();
    const tools = folderWith({ "xdg-open": '#!/bin/sh\nprintf %s "$1" > "$OPENED"\n' }, { git: false });
    chmodSync(join(tools, "xdg-open"), 0o755);
    const opened = join(tools, "opened");
    const path = `${tools}${delimiter}${process.env.PATH ?? ""}`;
    const fine = await run(root, ["report", "--open"], { PATH: path, OPENED: opened });
    expect({ code: fine.code, err: fine.err }).toEqual({ code: 0, err: "" });
    expect(readFileSync(opened, "utf8")).toBe(join(root, own));
    writeFileSync(join(tools, "xdg-open"), "#!/bin/sh\nexit 3\n");
    const failed = await run(root, ["report", "--open"], { PATH: path });
    expect(failed.code).toBe(0);
    expect(failed.err).toMatch(/^The browser could not be opened: .+ code 3\. Open file:\/\/\S+ yourself\.\n$/);
  });

  test("what could not be read whole is said first, in the terminal and in the page", async () => {
    const root = folderWith({
      ...orchard,
      "src/features/trees/hooks/useBroken.ts": "export const broken = {;\nimport {",
    });
    const { out } = await run(root, ["report"]);
    expect(out).toMatch(/^! 1 file could not be read whole; the page says which\.\nWrote /);
    const { page, go } = await open(root);
    expect(await page.locator("main > :nth-child(2)").textContent()).toContain(
      "1 file could not be read whole. What it references may be missing from all that this page tells.",
    );
    await go("file?path=src%2Ffeatures%2Ftrees%2Fhooks%2FuseBroken.ts");
    expect(await page.locator(".warning").textContent()).toMatch(/^This file could not be read whole \(line 1: /);
    expect(await page.locator("main").textContent()).not.toContain("✓ No");
  });
});

describe("the page", () => {
  let root: string;
  let opened: Opened;
  beforeAll(async () => {
    root = layeredDemo();
    const work = ["hooks/useRota.ts", "context/actions/rotaActions.ts", "screens/RotaScreen.tsx"];
    const git = (...words: string[]): string =>
      execFileSync("git", ["-c", "user.name=t", "-c", "user.email=t@example.org", ...words], {
        cwd: root,
        encoding: "utf8",
      });
    for (let day = 0; day < 24; day += 1) {
      for (const path of work.slice(0, 2 + (day % 2))) {
        const file = join(root, "src", path);
        writeFileSync(file, `${readFileSync(file, "utf8")}// ${day}\n`);
      }
      git("commit", "-qam", `Rota, day ${day}`);
    }
    await reported(root);
    opened = await open(root);
  });

  test("draws every view in light and dark without an error, and asks for nothing", async () => {
    for (const colorScheme of ["light", "dark"] as const) {
      const { page, said, go } = await open(root, { colorScheme });
      for (const view of views) {
        await go(view);
        expect(await page.locator("nav a[aria-current=page]").count(), view).toBe(1);
        expect(await page.locator("main").textContent(), view).not.toMatch(/undefined|NaN|\[object/);
      }
      expect(said).toEqual([]);
      await page.context().close();
    }
  });

  test("cannot load anything, and runs no other code", async () => {
    const { page, said } = opened;
    const blocked = await page.evaluate(`(async () => {
      const image = new Promise((done) => { const i = new Image(); i.onload = () => done("loaded"); i.onerror = () => done("blocked"); i.src = "data:image/gif;base64,R0lGODlhAQABAAAAACwAAAAAAQABAAA="; });
      const fetched = await fetch("https://example.org/").then(() => "loaded", () => "blocked");
      const script = document.createElement("script"); script.textContent = "window.ran = true"; document.body.append(script);
      return [fetched, await image, window.ran === true ? "ran" : "blocked"];
    })()`);
    expect(blocked).toEqual(["blocked", "blocked", "blocked"]);
    expect(said.filter((each) => each.startsWith("request: http"))).toEqual([]);
    said.length = 0;
  });

  test("tells the numbers that check, survey and compare tell", async () => {
    const { page, go } = opened;
    await go("overview");
    const { findings } = await json<{ findings: { severity: string }[] }>(root, "check");
    const { apps } = await json<{ apps: { references: number; unresolved: unknown[]; unsure: unknown[] }[] }>(
      root,
      "survey",
    );
    const compared = await json<{ tried: { as: string; moved: number; places: number }[]; today: { touched: number } }>(
      root,
      "compare",
    );
    const errors = findings.filter(({ severity }) => severity === "error").length;
    const tiles = (await texts(page, ".tiles li")).map((text) => Number.parseInt(text, 10));
    expect(tiles.slice(0, 4)).toEqual([
      errors,
      findings.length - errors,
      apps[0]?.references,
      apps[0]?.unresolved.length,
    ]);
    expect(tiles[5]).toBe(apps[0]?.unsure.length);
    expect(await texts(page, ".shapes thead th")).toEqual(["today", ...compared.tried.map(({ as }) => as)]);
    const row = (title: string): Promise<string[]> => texts(page, `.shapes tr:has(th:text-is("${title}")) td`);
    expect(await row("Files moved")).toEqual(["", ...compared.tried.map(({ moved }) => String(moved))]);
    expect((await row("Places of a change"))[0]).toContain(compared.today.touched.toFixed(1));
    expect(await texts(page, ".shapes td.best .tag")).not.toEqual([]);
  });

  test("shows both trees as they are on the disk and as arrange would have them", async () => {
    const { page, go } = opened;
    const { moves } = await json<Arranged>(root, "arrange", "--as", "feature-first", "--likeliest");
    const to = new Map(moves.map((move) => [move.from, move.to]));
    await go("trees?as=feature-first");
    await page.getByRole("button", { name: "Open all" }).click();
    const rows = (side: number): Promise<string[]> => filesIn(page, side);
    const [today, then] = [await rows(0), await rows(1)];
    for (const path of today) expect(existsSync(join(root, path)), path).toBe(true);
    expect(today.length).toBeGreaterThan(90);
    expect([...then].sort()).toEqual(today.map((path) => to.get(path) ?? path).sort());
    const [moving, moved] = await Promise.all(
      [0, 1].map((side) => page.locator(".tree").nth(side).locator(".tag.moved").count()),
    );
    expect([moving, moved]).toEqual([moves.length, moves.length]);
  });

  test("a file that is chosen in one tree is shown in the other, with why; the address keeps it", async () => {
    const { page, go } = opened;
    await go("trees?as=feature-first");
    const [left, right] = [page.locator(".tree").nth(0), page.locator(".tree").nth(1)];
    await left.getByText("hooks/", { exact: true }).click();
    await left.getByText("useRota.ts", { exact: true }).click();
    const selected = right.locator("[aria-selected=true]");
    expect(await selected.getAttribute("data-path")).toBe("src/features/rota/hooks/useRota.ts");
    expect(await selected.isVisible()).toBe(true);
    expect(await page.locator(".detail").textContent()).toMatch(
      /^src\/hooks\/useRota\.ts → src\/features\/rota\/hooks\/useRota\.ts: a hook of rota/,
    );
    expect(page.url()).toContain("path=src%2Fhooks%2FuseRota.ts");
    await page.reload();
    await page.waitForSelector("[aria-selected=true]");
    expect(await page.locator("[aria-selected=true]").count()).toBe(2);
    await page.getByLabel("Beside today:").selectOption("layer-first");
    expect(await page.locator(".detail").textContent()).toMatch(/stays/);
  });

  test("a tree is walked with the keys", async () => {
    const { page, go } = opened;
    await go("trees?as=feature-first");
    const focused = (): Promise<string | null> =>
      page.evaluate<string | null>("document.activeElement?.getAttribute('data-path')");
    await page.locator(".tree").nth(0).locator("[tabindex='0']").focus();
    expect(await focused()).toBe("src");
    for (const [key, path] of [
      ["ArrowDown", "src/assets"],
      ["ArrowRight", "src/assets"],
      ["ArrowRight", "src/assets/images"],
      ["ArrowLeft", "src/assets"],
      ["ArrowLeft", "src/assets"],
      ["ArrowDown", "src/components"],
      ["Home", "src"],
    ] as const) {
      await page.keyboard.press(key);
      expect(await focused(), key).toBe(path);
    }
    await page.keyboard.press("End");
    await page.keyboard.press("Enter");
    expect(await page.locator(".tree").nth(0).locator("[aria-selected=true]").count()).toBe(1);
    expect(await page.locator(".tree").nth(0).locator("[tabindex='0']").count()).toBe(1);
  });

  test("trees are filtered by words and by what moves", async () => {
    const { page, go } = opened;
    await go("trees?as=feature-first");
    await page.getByLabel("Files by path").fill("rota");
    const { moves } = await json<Arranged>(root, "arrange", "--as", "feature-first", "--likeliest");
    const to = new Map(moves.map((move) => [move.from, move.to]));
    const shown = (): Promise<string[]> => filesIn(page, 0);
    const isMeant = (path: string): boolean => /rota/i.test(path + (to.get(path) ?? ""));
    await expect.poll(async () => (await shown()).every(isMeant)).toBe(true);
    expect((await shown()).length).toBeGreaterThan(5);
    await page.getByLabel("Files by path").fill("");
    await page.getByLabel("Only what moves").check();
    await expect.poll(() => page.locator(".tree").nth(1).locator(".row:not(.folder)").count()).toBe(moves.length);
  });

  test("findings are filtered by rule, severity, feature, repair and words, and the filters are in the address", async () => {
    const { page, go } = opened;
    const { findings } = await json<{
      findings: { rule: string; severity: string; file: string; repair?: { safe: boolean } }[];
    }>(root, "check");
    const shown = (): Promise<number> => page.locator(".finding").count();
    await go("findings");
    expect(await shown()).toBe(findings.length);
    const [rule = ""] = [...new Set(findings.map((each) => each.rule))];
    await page.getByLabel("Rule:").selectOption(rule);
    expect(await shown()).toBe(findings.filter((each) => each.rule === rule).length);
    expect(await page.locator("[role=status]").textContent()).toContain(` of ${findings.length} findings`);
    await page.reload();
    await page.waitForSelector(".finding");
    expect(await shown()).toBe(findings.filter((each) => each.rule === rule).length);
    await page.getByRole("button", { name: "Clear the filters" }).click();
    await page.getByLabel("Severity:").selectOption("error");
    expect(await shown()).toBe(findings.filter(({ severity }) => severity === "error").length);
    await page.getByRole("button", { name: "Clear the filters" }).click();
    await page.getByLabel("Repair:").selectOption("safe");
    expect(await shown()).toBe(findings.filter(({ repair }) => repair?.safe === true).length);
    await page.getByRole("button", { name: "Clear the filters" }).click();
    await page.getByLabel("Path or words").fill("weatherActions");
    await expect.poll(shown).toBe(findings.filter(({ file }) => file.includes("weatherActions")).length);
  });

  test("what was accepted is told apart", async () => {
    const accepted = layeredDemo();
    const { findings } = await json<{ findings: unknown[] }>(accepted, "check");
    expect((await run(accepted, ["check", "--accept", "--write"])).code).toBe(0);
    await reported(accepted);
    const { page, go } = await open(accepted);
    await go("findings");
    expect(await page.locator(".finding").count()).toBe(0);
    await page.getByLabel("Accepted earlier, too").check();
    expect(await page.locator(".finding").count()).toBe(findings.length);
    expect(await texts(page, ".finding .tag:text-is('accepted earlier')")).toHaveLength(findings.length);
    expect(await page.locator(".finding code", { hasText: "--fix" }).count()).toBe(0);
  });

  test("a file's page says what explain says, and is found by parts of its path", async () => {
    const { page, go } = opened;
    const file = "src/components/DataTable.tsx";
    const explained = await json<{
      role: { is: string };
      referencedBy: { file: string }[];
      references: { file: string }[];
      findings: unknown[];
    }>(root, "explain", file);
    await go("file");
    await page.getByLabel("Find a file: parts of its path").fill("components datatab");
    await page.getByRole("link", { name: file, exact: true }).click();
    await page.waitForSelector(".facts");
    expect(await page.locator("h1").textContent()).toBe(file);
    expect(await page.locator(".facts dd").first().textContent()).toMatch(new RegExp(`^${explained.role.is} \\(`));
    const side = (title: string): Promise<string[]> => texts(page, `section:has(h2:has-text("${title}")) ul .path`);
    expect(await side("Used by")).toEqual(explained.referencedBy.map((each) => each.file));
    expect(await side("Uses")).toEqual(explained.references.map((each) => each.file));
    expect(await page.locator(".finding").count()).toBe(explained.findings.length);
    expect(await texts(page, "tbody th")).toEqual([
      "layer-first",
      "feature-first",
      "feature-first-with-core",
      "layered-features",
    ]);
    await page.goBack();
    expect(await page.locator("h1").textContent()).toBe("A file");
  });

  test("over time, each change is a dot, and the most scattered are listed", async () => {
    const { page, go } = opened;
    await go("time");
    expect(await page.locator(".chart .change").count()).toBe(24);
    expect(await page.locator(".chart").first().getAttribute("aria-label")).toMatch(
      /^Places that each of 24 changes touched, /,
    );
    expect((await texts(page, "tbody tr:first-child td"))[0]).toBe("3");
    await page.locator("tbody summary").first().click();
    expect(await page.locator("tbody details[open] .path").count()).toBeGreaterThan(1);
  });

  test("folders are sorted by each column, today and as they would be", async () => {
    const { page, go } = opened;
    await go("folders");
    const column = async (at: number): Promise<number[]> =>
      (await texts(page, `tbody td:nth-child(${at})`)).map((text) => Number(text.replaceAll(",", "")));
    const files = await column(2);
    expect(files).toEqual([...files].sort((a, b) => b - a));
    await page.getByRole("button", { name: "Files ↓" }).press("Enter");
    expect(await column(2)).toEqual([...files].sort((a, b) => a - b));
    expect(await page.evaluate("document.activeElement?.textContent")).toBe("Files ↑");
    await page.getByLabel("Tree:").selectOption("feature-first");
    expect(await texts(page, "tbody td:first-child")).toContain("src/features/rota/hooks/");
    await page.getByRole("link", { name: "src/features/rota/hooks/", exact: true }).click();
    await page.waitForSelector(".tree");
    expect(await filesIn(page, 1)).toEqual(["src/features/rota/hooks/useRota.ts"]);
    expect(await filesIn(page, 0)).toEqual(["src/hooks/useRota.ts"]);
  });

  test("is found fault with by nobody who looks for barriers, in any view and colour", async () => {
    const axe = readFileSync(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");
    // The page is the same in the dark but for its colours.
    const barriers = {
      light: "'wcag2a', 'wcag2aa', 'wcag21aa', 'best-practice'",
      dark: "'color-contrast', 'link-in-text-block'",
    };
    for (const colorScheme of ["light", "dark"] as const) {
      const { page, go } = await open(root, { colorScheme, bypassCSP: true });
      for (const view of [
        ...views,
        "trees?as=feature-first&path=src/hooks/useRota.ts",
        "file?path=src/components/DataTable.tsx",
      ]) {
        await go(view);
        await page.addScriptTag({ content: axe });
        const found = await page.evaluate<string[]>(
          `axe.run(document, { runOnly: [${barriers[colorScheme]}] }).then(({ violations }) => violations.map(({ id, nodes }) => \`\${id}: \${nodes[0].html.slice(0, 150)}\`))`,
        );
        expect(found, `${view} ${colorScheme}`).toEqual([]);
      }
      // Whoever looks finds something where there is something.
      await page.evaluate("document.querySelector('main').append(new Image())");
      expect(await page.evaluate("axe.run().then(({ violations }) => violations.map(({ id }) => id))")).toContain(
        "image-alt",
      );
      await page.context().close();
    }
  });

  test("is printed without its controls, with all of a list, in light colours", async () => {
    const { page, go } = await open(root, { colorScheme: "dark" });
    await go("trees?as=feature-first");
    await page.emulateMedia({ media: "print" });
    for (const selector of ["nav", ".controls"])
      expect(await page.locator(selector).first().isVisible(), selector).toBe(false);
    expect(await page.evaluate("getComputedStyle(document.querySelector('.tree')).overflow")).toBe("visible");
    expect(await page.evaluate("getComputedStyle(document.body).color")).toMatch(/rgb\(29, 34, 31\)/);
    const paper = await page.pdf({ format: "A4" });
    expect(paper.subarray(0, 5).toString()).toBe("%PDF-");
  });
});

describe("features", () => {
  let opened: Opened;
  beforeAll(async () => {
    opened = await open(await reported(folderWith(orchard)));
  });

  test("the matrix shows who uses whom and what is in a circle; a cell says which files", async () => {
    const { page, go } = opened;
    await go("features?order=name");
    expect(await page.locator(".lead").textContent()).toBe(
      "3 pairs of features, 3 uses of a file by a file of another feature. 1 circle: rota and trees.",
    );
    expect(await texts(page, ".matrix tbody th")).toEqual(["harvest", "rota", "trees"]);
    const cells = await page.evaluate<string[][]>(
      "[...document.querySelectorAll('.matrix tbody tr')].map((row) => [...row.querySelectorAll('td')].map((cell) => cell.className || 'none'))",
    );
    expect(cells).toEqual([
      ["self", "none", "edge"],
      ["none", "self", "edge circle"],
      ["none", "edge circle", "self"],
    ]);
    await page.locator(".matrix td.edge").first().click();
    expect(await page.locator(".panel h2").first().textContent()).toBe("harvest uses trees");
    expect(await texts(page, ".panel > div .path")).toEqual([
      "src/features/harvest/screens/HarvestScreen.tsx",
      "src/features/trees/hooks/useTrees.ts",
    ]);
    await page.keyboard.press("ArrowDown");
    await page.keyboard.press("Enter");
    expect(await page.locator(".panel h2").first().textContent()).toBe("rota uses trees");
    expect(await page.locator(".panel").textContent()).toContain("in a circle");
    // Users stand before what they use.
    await page.getByLabel("Order:").selectOption("layers");
    expect((await texts(page, ".matrix tbody th"))[0]).toBe("harvest");
  });

  test("the wheel shows the lines of a feature, by mouse and by keys", async () => {
    const { page, go } = opened;
    await go("features?form=wheel");
    expect(await page.locator(".wheel .line").count()).toBe(3);
    expect(await page.locator(".wheel .line.circle").count()).toBe(2);
    await page.locator(".spoke", { hasText: "harvest" }).click();
    expect(await page.locator(".panel h2").textContent()).toBe("harvest");
    expect(await page.locator(".wheel .line.out").count()).toBe(1);
    expect(await page.locator(".wheel .line.faded").count()).toBe(2);
    await page.locator(".spoke[tabindex='0']").focus();
    const before = await page.evaluate("document.activeElement.textContent");
    await page.keyboard.press("ArrowRight");
    expect(await page.evaluate("document.activeElement.textContent")).not.toBe(before);
    await page.keyboard.press("Enter");
    expect(await page.locator(".spoke[aria-selected=true]").count()).toBe(1);
    expect(opened.said).toEqual([]);
  });
});

test("names that look like markup are names", async () => {
  const evil = "src/<img src=x onerror=alert(1)>.tsx";
  const root = folderWith({ ...orchard, [evil]: "export const Apple = () => <i/>;\n" });
  execFileSync(
    "git",
    [
      "-c",
      "user.name=t",
      "-c",
      "user.email=t@example.org",
      "commit",
      "-qm",
      "</script><script>alert(2)</script>",
      "--allow-empty",
    ],
    { cwd: root },
  );
  await reported(root);
  const { page, said, go } = await open(root);
  for (const view of [...views, `file?path=${encodeURIComponent(evil)}`]) await go(view);
  expect(await page.locator("h1").textContent()).toBe(evil);
  expect(said).toEqual([]);
});

test("several apps are in one page, one at a time", async () => {
  const app = Object.fromEntries(Object.entries(orchard).map(([path, text]) => [`apps/web/${path}`, text]));
  const other = Object.fromEntries(
    Object.entries(orchard).flatMap(([path, text]) =>
      path.includes("harvest") ? [] : [[`apps/admin/${path}`, text.replace(/import .*Harvest.*\n/, "")]],
    ),
  );
  const { page, go } = await open(await reported(folderWith({ ...app, ...other })));
  await go("features");
  expect(await page.getByLabel("App:").locator("option").count()).toBe(2);
  await page.getByLabel("App:").selectOption("apps/web");
  await expect.poll(() => texts(page, ".matrix tbody th")).toContain("harvest");
  await page.getByLabel("App:").selectOption("apps/admin");
  await expect.poll(() => texts(page, ".matrix tbody th")).not.toContain("harvest");
});

/** So many features of 31 files each; each but the first uses two or three others. */
function manyFeatures(features: number): Record<string, string> {
  const files: Record<string, string> = { ...orchard };
  const own = (feature: number): string => `src/features/row${feature}`;
  for (let feature = 0; feature < features; feature += 1) {
    const used = [feature - 1, Math.floor(feature / 2), (feature * 7) % features].filter(
      (each) => each >= 0 && each !== feature,
    );
    const lines = [...new Set(used)].map(
      (each) => `import { useRow${each} } from "../../row${each}/hooks/useRow${each}";`,
    );
    files[`${own(feature)}/hooks/useRow${feature}.ts`] = `export const useRow${feature} = () => ${feature};\n`;
    files[`${own(feature)}/screens/Row${feature}Screen.tsx`] =
      `${lines.join("\n")}\nexport const Row${feature}Screen = () => <p>{[${used.map((each) => `useRow${each}()`).join()}]}</p>;\n`;
    for (let part = 0; part < 29; part += 1)
      files[`${own(feature)}/components/Row${feature}Part${part}.tsx`] =
        `export const Row${feature}Part${part} = () => <i>${part}</i>;\n`;
  }
  return files;
}

test("with 5,000 files and more features than anybody reads, the page stays small, and no name covers another", async () => {
  const root = await reported(folderWith(manyFeatures(162)));
  expect(statSync(join(root, own)).size).toBeLessThan(2_000_000);
  const { page, said, go } = await open(root);
  await go("features?form=wheel");
  const spokes = await page.evaluate<[number, number][]>(
    "[...document.querySelectorAll('.spoke circle')].map((each) => each.getBoundingClientRect()).map(({ x, y }) => [x, y])",
  );
  expect(spokes.length).toBe(150);
  // Letters of 12 pixels stand beside each other all around.
  const scale = await page.evaluate<number>(
    "(() => { const svg = document.querySelector('.wheel'); return svg.getBoundingClientRect().width / svg.viewBox.baseVal.width; })()",
  );
  const steps = spokes.map(([x, y], at) => {
    const [otherX, otherY] = spokes[(at + 1) % spokes.length] ?? [0, 0];
    return Math.hypot(x - otherX, y - otherY) / scale;
  });
  expect(Math.min(...steps)).toBeGreaterThan(12);
  await go("findings");
  await go("trees");
  await page.getByRole("button", { name: "Open all" }).click();
  expect(await page.locator(".tree").first().locator(".row").count()).toBeGreaterThan(4000);
  expect(said).toEqual([]);
});
