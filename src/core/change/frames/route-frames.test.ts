/** Law: whichever screens go below a route of a frame, nothing that was written is lost or doubled, and they stand in it. */
import { assert, asyncProperty, boolean, constantFrom, record, subarray, tuple } from "fast-check";
import { expect, test } from "vitest";
import { applyEdits } from "../../base/text/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { MemoryStore } from "../../files/index.js";
import { analyse } from "../../insight/analysis.js";
import { planDraft } from "../plan/index.js";
import { frameScreens, type FramedScreens } from "./index.js";

const names = ["Home", "Map", "Rota", "Swaps", "Trees"];

interface Line {
  readonly isLong: boolean;
  readonly above: "" | "line" | "block" | "both";
  readonly isSaid: boolean;
}

interface List {
  readonly isTags: boolean;
  readonly isComplete: boolean;
  readonly lineEnd: "\n" | "\r\n";
  readonly lines: readonly Line[];
}

/** One route, as somebody may have written it. */
function routeText(name: string, { isTags }: List, { isLong }: Line): string {
  const path = `/${name.toLowerCase()}`;
  if (isTags)
    return isLong
      ? `<Route\n      path="${path}"\n      element={<${name}Screen />}\n    />`
      : `<Route path="${path}" element={<${name}Screen />} />`;
  return isLong
    ? `{\n      path: "${path}",\n      element: <${name}Screen />,\n    }`
    : `{ path: "${path}", element: <${name}Screen /> }`;
}

function listText(list: List): string {
  const { isTags, isComplete, lineEnd, lines } = list;
  const frame = isTags
    ? "    <Route element={<AppLayout />}>\n      <Route index element={<p />} />\n    </Route>\n"
    : "    {\n      element: <AppLayout />,\n      children: [\n        { index: true, element: <p /> },\n      ],\n    },\n";
  const routes = lines.map((line, at) => {
    const name = names[at] ?? "";
    const comma = isTags || (at === lines.length - 1 && !isComplete) ? "" : ",";
    const above = isTags
      ? ""
      : (line.above === "line" || line.above === "both" ? `    // above ${name}\n` : "") +
        (line.above === "block" || line.above === "both" ? `    /* block\n       of ${name} */\n` : "");
    return `${above}    ${routeText(name, list, line)}${comma}${line.isSaid && !isTags ? ` // said of ${name}` : ""}\n`;
  });
  const imports = names.map((name) => `import { ${name}Screen } from "../screens/${name}Screen";\n`).join("");
  const [open, close] = isTags ? ["(\n  <Routes>\n", "  </Routes>\n)"] : ["[\n", "]"];
  const text = `import { AppLayout } from "../layouts/AppLayout";\n${imports}export const all = ${open}${frame}${routes.join("")}${close};\n`;
  return text.replaceAll("\n", lineEnd);
}

async function framed(files: Readonly<Record<string, string>>, name: string, wrap: readonly string[]) {
  const store = new MemoryStore(files);
  const { project, graph, apps } = await analyse(store, { standing: "" as ProjectPath, keepTexts: true });
  const [analysed] = apps;
  if (!analysed) throw new TypeError("there is one app");
  const request = { role: "layout", name, with: [], without: [] };
  const result: FramedScreens = await frameScreens({ app: analysed.app, analysed, graph, request, wrap });
  const { proof } = await planDraft(project, result.draft);
  expect(proof).toMatchObject({ outcome: "holds", different: [], gaps: [] });
  const after: Record<string, string> = { ...files };
  for (const { path, text } of result.draft.made) after[path] = text;
  for (const path of Object.keys(files))
    after[path] = applyEdits(
      files[path] ?? "",
      result.draft.edits.filter(({ file }) => file === path),
    );
  return { result, after };
}

const line = record({
  isLong: boolean(),
  above: constantFrom("" as const, "line" as const, "block" as const, "both" as const),
  isSaid: boolean(),
});
const lists = record({
  isTags: boolean(),
  isComplete: boolean(),
  lineEnd: constantFrom("\n" as const, "\r\n" as const),
  lines: tuple(line, line, line, line, line),
});

test("law: all that was written is there once, and each screen stands in the frame", async () => {
  await assert(
    asyncProperty(
      lists,
      constantFrom("app", "public"),
      subarray(names, { minLength: 1 }),
      subarray(names, { minLength: 1 }),
      async (list, name, first, second) => {
        const files = {
          "package.json": "{}",
          "steady-shelf.yaml": "version: 1\nstack: react-web\nsource: src\narrangement: layer-first\n",
          "src/layouts/AppLayout.tsx":
            'import { Outlet } from "react-router";\nexport const AppLayout = () => <main><Outlet /></main>;\n',
          ...Object.fromEntries(
            names.map((each) => [
              `src/screens/${each}Screen.tsx`,
              `export const ${each}Screen = () => <p>${each}</p>;\n`,
            ]),
          ),
          "src/navigation/routes.tsx": listText(list),
        };
        // What is framed once gains more, and nothing is framed twice.
        const once = await framed(files, name, first);
        expect(once.result.wrapped).toHaveLength(first.length);
        const twice = await framed(once.after, name, [...first, ...second]);
        const rest = second.filter((each) => !first.includes(each));
        expect(twice.result.wrapped.map(({ screen }) => screen)).toEqual(
          rest.map((each) => `src/screens/${each}Screen.tsx`),
        );
        expect(twice.result.left.map(({ why }) => why)).toEqual(first.map(() => "framed"));
        const text = twice.after["src/navigation/routes.tsx"] ?? "";
        for (const [at, each] of names.entries()) {
          const { above, isSaid } = list.lines[at] as Line;
          const counted = (said: string): number => text.split(said).length - 1;
          expect(counted(`<${each}Screen />`)).toBe(1);
          expect(counted(`"/${each.toLowerCase()}"`)).toBe(1);
          if (list.isTags) continue;
          expect(counted(`// above ${each}`)).toBe(above === "line" || above === "both" ? 1 : 0);
          expect(counted(`of ${each} */`)).toBe(above === "block" || above === "both" ? 1 : 0);
          expect(counted(`// said of ${each}`)).toBe(isSaid ? 1 : 0);
        }
        expect(text.replaceAll(list.lineEnd, "")).not.toMatch(/[\r\n]/);
        expect(text).not.toMatch(/[ \t]\r?\n/);
      },
    ),
    { numRuns: 60 },
  );
});
