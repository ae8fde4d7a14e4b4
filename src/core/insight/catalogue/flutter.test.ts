/** What files of a Flutter app are, and whom they use. */
import { describe, expect, test } from "vitest";
import { at } from "../../change/plan/planning.test.suite.js";
import { MemoryStore } from "../../files/index.js";
import { analyse, type Analysis } from "../analysis.js";
import { check, unresolvedReferences } from "../rules/index.js";
import type { Catalogue } from "./index.js";
import { effectiveUses } from "./effective-uses.js";

const manifest = {
  "pubspec.yaml":
    "name: orchard\ndependencies:\n  flutter:\n    sdk: flutter\nflutter:\n  assets:\n    - assets/images/\n",
};

async function analysed(files: Readonly<Record<string, string>>, arrangement = "layer-first"): Promise<Analysis> {
  const configuration = `version: 1\nstack: flutter\nsource: lib\narrangement: ${arrangement}\n`;
  return analyse(new MemoryStore({ ...manifest, "steady-shelf.yaml": configuration, ...files }), { standing: at("") });
}

async function catalogueOf(files: Readonly<Record<string, string>>): Promise<Catalogue> {
  const [app] = (await analysed(files)).apps;
  if (!app) throw new TypeError("there is one app");
  return app.catalogue;
}

const widget = (name: string): string =>
  `class ${name} extends StatelessWidget { Widget build(BuildContext c) => Text(''); }\n`;

test.each([
  ["lib/stuff/harvest_page.dart", widget("HarvestPage"), "screen"],
  ["lib/stuff/tree_card.dart", widget("TreeCard"), "component"],
  ["lib/stuff/tree_tile.dart", "class TreeTile extends ConsumerWidget {}\n", "component"],
  ["lib/stuff/trees.dart", "class Trees extends StateNotifier<int> {}\n", "state"],
  ["lib/stuff/harvest_cubit.dart", "class HarvestCubit extends Cubit<int> {}\n", "state"],
  ["lib/stuff/harvest_bloc.dart", "part 'harvest_event.dart';\nclass HarvestBloc extends Bloc<A, B> {}\n", "state"],
  ["lib/stuff/tree_provider.dart", "final treeProvider = Provider((ref) => 1);\n", "state"],
  ["lib/stuff/tree_model.dart", "class TreeModel { factory TreeModel.fromJson(Map m) => TreeModel(); }\n", "model"],
  ["lib/stuff/fruit.dart", "class Fruit { factory Fruit.fromJson(Map<String, dynamic> json) => Fruit(); }\n", "model"],
  ["lib/stuff/tree_repository.dart", "abstract class TreeRepository { Future<int> load(); }\n", "repository"],
  ["lib/stuff/tree_repository_impl.dart", "class TreeRepositoryImpl implements TreeRepository {}\n", "implementation"],
  [
    "lib/stuff/tree_remote_data_source.dart",
    "class TreeRemoteDataSource { load() => http.get(uri); }\n",
    "data-source",
  ],
  ["lib/stuff/tree_local_data_source.dart", "class TreeLocalDataSource { var box = Hive.box(''); }\n", "data-source"],
  ["lib/usecases/load_trees.dart", "class LoadTrees { Future<int> call() async => 1; }\n", "use-case"],
  ["lib/stuff/app_router.dart", "final router = GoRouter(routes: []);\n", "navigation"],
  ["lib/stuff/app_theme.dart", "final theme = ThemeData();\n", "style"],
  ["lib/stuff/string_extension.dart", "extension Words on String { int get words => 1; }\n", "helper"],
  ["lib/l10n/app_en.arb", "{}", "translation"],
  ["lib/stuff/tree.g.dart", "// GENERATED CODE - DO NOT MODIFY BY HAND\nfinal a = 1;\n", "generated"],
  ["lib/main.dart", "void main() => runApp(const App());\n", "entry"],
  ["test/tree_test.dart", "void main() { test('a', () {}); }\n", "test"],
  ["assets/images/tree.png", "", "asset"],
])("%s with %j: %s", async (path, text, role) => {
  const { entries } = await catalogueOf({ [path]: text });
  expect(entries.get(at(path))?.role.is).toBe(role);
});

test("parts, generated files, and pictures for other screens belong to a file", async () => {
  const { entries } = await catalogueOf({
    "lib/bloc/harvest_bloc.dart":
      "part 'harvest_event.dart';\npart 'harvest_bloc.g.dart';\nclass HarvestBloc extends Bloc<A, B> {}\n",
    "lib/bloc/harvest_event.dart": "part of 'harvest_bloc.dart';\nclass A {}\n",
    "lib/bloc/harvest_bloc.g.dart": "part of 'harvest_bloc.dart';\n",
    "assets/images/tree.png": "",
    "assets/images/3.0x/tree.png": "",
  });
  const leaders = [...entries.values()].flatMap(({ path, leader }) =>
    leader === undefined ? [] : [`${path} > ${leader}`],
  );
  expect(leaders.sort()).toEqual([
    "assets/images/3.0x/tree.png > assets/images/tree.png",
    "lib/bloc/harvest_bloc.g.dart > lib/bloc/harvest_bloc.dart",
    "lib/bloc/harvest_event.dart > lib/bloc/harvest_bloc.dart",
  ]);
  expect(entries.get(at("lib/bloc/harvest_event.dart"))?.role.is).toBe("state");
});

test("folders with capital letters are layers as others are", async () => {
  const { features, entries } = await catalogueOf({
    "lib/Widgets/tree_card.dart": widget("TreeCard"),
    "lib/Widgets/busy_button.dart": widget("BusyButton"),
    "lib/Models/tree.dart": "class Tree {}\n",
    "lib/Models/shift.dart": "class Shift {}\n",
    "lib/Constants/limits.dart": "const most = 3;\n",
    "lib/Screens/trees_screen.dart": widget("TreesScreen"),
    "lib/Screens/harvest_screen.dart": widget("HarvestScreen"),
  });
  expect(features.map(({ name }) => name)).toEqual(["trees"]);
  expect(entries.get(at("lib/Models/shift.dart"))?.role.is).toBe("model");
});

test("what a generator is to write is no error, and nothing that was seen", async () => {
  const { graph, apps } = await analysed({
    "lib/models/tree.dart": "part 'tree.g.dart';\nimport 'gone.dart';\nclass Tree {}\n",
  });
  const [analysedApp] = apps;
  if (!analysedApp) throw new TypeError("there is one app");
  const { app } = analysedApp;
  const entries = [...analysedApp.catalogue.entries.values()];
  const found = [...unresolvedReferences({ app, entries, graph, tree: graph.tree })];
  expect(found.map(({ specifier, why }) => `${specifier}: ${why}`)).toEqual([
    "tree.g.dart: left to a build",
    "gone.dart: missing",
  ]);
});

describe("who uses whom", () => {
  const files = {
    "lib/kit/kit.dart": "export 'pear.dart';\nexport 'apple.dart';\n",
    "lib/kit/pear.dart": "class Pear {}\n",
    "lib/kit/apple.dart": "class Apple {}\n",
    "lib/a.dart": "import 'kit/kit.dart';\nfinal a = Apple();\n",
    "lib/b.dart": "import 'kit/kit.dart' show Pear;\nfinal b = Pear();\n",
    "lib/c.dart": "import 'kit/kit.dart';\n",
  };

  test("an import of many files means those of which a name is used", async () => {
    const uses = effectiveUses((await analysed(files)).graph);
    const targets = ["lib/a.dart", "lib/b.dart", "lib/c.dart"].map((path) => uses.targetsOf(at(path)));
    expect(targets).toEqual([
      ["lib/kit/apple.dart"],
      ["lib/kit/pear.dart"],
      ["lib/kit/pear.dart", "lib/kit/apple.dart"],
    ]);
  });

  test("pictures that nobody names are found, and those that the domain reaches", async () => {
    const analysis = await analysed(
      {
        "lib/features/trees/presentation/screens/trees_screen.dart": `import '../../domain/models/tree.dart';\n${widget("TreesScreen")}final a = 'assets/images/tree.png';\n`,
        "lib/features/trees/domain/models/tree.dart":
          "import '../../data/services/tree_service.dart';\nclass Tree {}\n",
        "lib/features/trees/data/services/tree_service.dart": "class TreeService {}\n",
        "assets/images/tree.png": "a",
        "assets/images/2.0x/tree.png": "b",
        "assets/images/gone.png": "c",
        "assets/fruit/pear.png": "d",
        "lib/features/trees/presentation/widgets/fruit.dart": `${widget("Fruit")}String of(String n) => 'assets/fruit/$n.png';\n`,
      },
      "layered-features",
    );
    const found = check(analysis).flatMap(({ fresh }) => fresh.map(({ rule, file }) => `${rule} ${file}`));
    expect(found).toEqual([
      "import-not-allowed lib/features/trees/domain/models/tree.dart",
      "unused-asset assets/images/gone.png",
    ]);
  });
});
