/** Files that go together, of which some are there already. */
import { describe, expect, test } from "vitest";
import { ShelfError } from "../../base/errors.js";
import type { ProjectPath } from "../../base/paths.js";
import { MemoryStore } from "../../files/index.js";
import { findApp } from "../../app/index.js";
import { draftAddition } from "./add.js";
import type { SetUp } from "./setup-draft.js";

const at = (path: string): ProjectPath => path as ProjectPath;

async function added(stack: string, role: string, files: Readonly<Record<string, string>> = {}): Promise<SetUp> {
  const store = new MemoryStore({
    "package.json": "{}",
    "steady-shelf.yaml": `version: 1\nstack: ${stack}\nsource: src\narrangement: layer-first\n`,
    ...files,
  });
  const { app } = await findApp(store, at(""));
  return draftAddition(app, { role, name: "pears", with: [], without: [] });
}

const made = ({ draft }: SetUp): string[] => draft.made.map(({ path }) => path.slice(path.lastIndexOf("/") + 1));

describe.each<readonly [stack: string, contract: string, does: string, text: string]>([
  [
    "react-web",
    "src/repositories/pearsRepository.ts",
    "pearsRepositoryImpl.ts",
    "export interface PearsRepository {}\n",
  ],
  ["vue", "src/repositories/pearsRepository.ts", "pearsRepositoryImpl.ts", "export interface PearsRepository {}\n"],
  [
    "react-native",
    "src/repositories/pearsRepository.ts",
    "pearsRepositoryImpl.ts",
    "export interface PearsRepository {}\n",
  ],
  [
    "flutter",
    "src/repositories/pears_repository.dart",
    "pears_repository_impl.dart",
    "abstract class PearsRepository {}\n",
  ],
  ["swiftui", "src/Repositories/PearsRepository.swift", "LocalPearsRepository.swift", "protocol PearsRepository {}\n"],
  ["wpf", "src/Repositories/IPearsRepository.cs", "LocalPearsRepository.cs", "interface IPearsRepository {}\n"],
])("a repository in %s", (stack, contract, does, text) => {
  const asked = contract.slice(contract.lastIndexOf("/") + 1);

  test.each(["repository", "implementation"])("is made with what does it, by add %s", async (role) => {
    expect(made(await added(stack, role)).sort()).toEqual([asked, does].sort());
  });

  test("gains what does it, and says what it has otherwise", async () => {
    const setUp = await added(stack, "repository", { [contract]: text });
    expect(made(setUp)).toEqual([does]);
    expect(setUp.notes).toEqual(
      expect.arrayContaining([
        `${asked} is there already, and stays as it is.`,
        expect.stringMatching(
          / is not as it would be made: it .*has no `.*` and \d+ more\. Please look at what is made beside it\.$/,
        ),
      ]),
    );
  });

  test("is refused where both are there", async () => {
    const folder = contract.slice(0, contract.lastIndexOf("/"));
    const both = { [contract]: text, [`${folder}/${does}`]: "\n" };
    await expect(added(stack, "repository", both)).rejects.toThrow(ShelfError);
  });
});
