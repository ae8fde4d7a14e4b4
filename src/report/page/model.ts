/** One app, with what the page asks of it again and again found once. */
import type { AppData, EdgeData, FindingData, TreeData } from "../page-data.js";

/** One file that another uses, or is used by. */
export interface Link {
  readonly file: number;
  /** The form of the reference. */
  readonly kind: string;
}

/** What is called so where there is no feature. */
export const sharedName = "shared";

/** An app as the views ask of it. */
export class Model {
  /** How many of the paths are files of the app. */
  readonly size: number;
  readonly #users: (Link[] | undefined)[] = [];
  readonly #findings: (FindingData[] | undefined)[] = [];
  readonly #companions: (number[] | undefined)[] = [];
  readonly #features: ReadonlyMap<string, number>;
  readonly #edges = new Map<string, EdgeData>();
  readonly inCircle: ReadonlySet<string>;

  constructor(readonly data: AppData) {
    const { files, edges, findings, circles, features } = data;
    this.#features = new Map(features.map(({ name }, at) => [name, at]));
    this.size = files.role.length;
    files.uses.forEach((uses, from) => {
      for (let at = 0; at < uses.length; at += 2)
        (this.#users[uses[at] ?? 0] ??= []).push({ file: from, kind: this.text(uses[at + 1] ?? -1) });
    });
    files.leader.forEach((leader, file) => {
      if (leader >= 0) (this.#companions[leader] ??= []).push(file);
    });
    for (const finding of findings) (this.#findings[finding.file] ??= []).push(finding);
    for (const edge of edges) this.#edges.set(`${edge.from} ${edge.to}`, edge);
    const circleOf = new Map(circles.flatMap((circle, at) => circle.map((feature) => [feature, at] as const)));
    this.inCircle = new Set(
      edges
        .filter(({ from, to }) => circleOf.has(from) && circleOf.get(from) === circleOf.get(to))
        .map(({ from, to }) => `${from} ${to}`),
    );
  }

  text(at: number): string {
    return this.data.texts[at] ?? "";
  }

  path(file: number): string {
    return this.data.paths[file] ?? "";
  }

  role(file: number): string {
    return this.data.roles[this.data.files.role[file] ?? -1] ?? "";
  }

  /** The place of its feature; `-1` for what is shared. */
  feature(file: number): number {
    return this.data.files.feature[file] ?? -1;
  }

  featureName(feature: number): string {
    return this.data.features[feature]?.name ?? sharedName;
  }

  /** The place of the feature of a name; `undefined` for one that would only come with an arrangement. */
  featureNamed(name: string): number | undefined {
    if (name === sharedName) return -1;
    return this.#features.get(name);
  }

  uses(file: number): Link[] {
    const uses = this.data.files.uses[file] ?? [];
    return uses.flatMap((used, at) => (at % 2 === 0 ? [{ file: used, kind: this.text(uses[at + 1] ?? -1) }] : []));
  }

  users(file: number): readonly Link[] {
    return this.#users[file] ?? [];
  }

  findings(file: number): readonly FindingData[] {
    return this.#findings[file] ?? [];
  }

  companions(file: number): readonly number[] {
    return this.#companions[file] ?? [];
  }

  edge(from: number, to: number): EdgeData | undefined {
    return this.#edges.get(`${from} ${to}`);
  }

  isInCircle(from: number, to: number): boolean {
    return this.inCircle.has(`${from} ${to}`);
  }

  /** The arrangement that is meant; `undefined` for today's tree. */
  tree(as: string | undefined): TreeData | undefined {
    return this.data.shapes.trees.find((each) => each.as === as);
  }

  /** Where each file of the app lies in a tree. */
  placesIn(tree: TreeData | undefined): string[] {
    const places = this.data.paths.slice(0, this.size);
    for (const { file, to } of tree?.moves ?? []) places[file] = to;
    return places;
  }
}

/** `src/a/b.ts` → `src/a`; empty at the top. */
export function folderOf(path: string): string {
  return path.slice(0, Math.max(0, path.lastIndexOf("/")));
}

/** `src/a/b.ts` → `b.ts` */
export function nameOf(path: string): string {
  return path.slice(path.lastIndexOf("/") + 1);
}
