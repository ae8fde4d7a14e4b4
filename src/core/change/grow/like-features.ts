/** `add feature` in an app that has some: the same files, with what they have in common, and a mention wherever the others have one. */
import { ShelfError } from "../../base/errors.js";
import { splitWords } from "../../base/names/index.js";
import { comparePaths, type ProjectPath } from "../../base/paths.js";
import type { AppAnalysis } from "../../insight/analysis.js";
import type { Progress } from "../../base/progress.js";
import type { ReferenceGraph } from "../../graph/index.js";
import {
  exampleByPlaces,
  exampleCalled,
  examplesOf,
  FeatureName,
  learnWiring,
  type Wiring,
} from "../../insight/wiring/index.js";
import { SetupDraft, type SetUp } from "../setup/index.js";
import { writeText } from "./spell-out.js";
import { Wirer, type ToFill } from "./wirer.js";

/** What was asked. */
export interface GrowRequest {
  readonly analysed: AppAnalysis;
  readonly graph: ReferenceGraph;
  /** The new feature's name, in any case. */
  readonly name: string;
  /** The feature that is the example. */
  readonly like?: string | undefined;
  readonly progress?: Progress;
}

/** A feature that was drawn up. */
export interface Grown extends SetUp {
  /** The feature that was the example, and those that it was compared with. */
  readonly like: string;
  readonly sisters: readonly string[];
  readonly toFill: readonly ToFill[];
  /** Files of the example that the new one does not get, though others have them. */
  readonly unmade: readonly ProjectPath[];
  /** Files that mention the example and could not be read, so that nobody knows what they ask for. */
  readonly unread: readonly ProjectPath[];
}

/**
 * Draws it up; `undefined` where no two features have anything in common, so that only the arrangement tells what one is. Throws
 * `NAME_TAKEN` for a feature that is there, `EXAMPLE_MISSING` for an example that is not,
 * `EXAMPLE_ALONE` for one that has nothing in common with the others.
 */
export async function growFeature({ analysed, graph, name, like, progress }: GrowRequest): Promise<Grown | undefined> {
  const examples = examplesOf(analysed, graph);
  const taken = exampleCalled(name, examples) ?? exampleByPlaces(name, examples, analysed.catalogue);
  if (taken)
    throw new ShelfError("NAME_TAKEN", {
      path: `The feature ${name}`,
      other: taken.files[0] ?? taken.feature,
      reason: "so add to it with `add ROLE NAME --feature`",
    });
  if (like !== undefined && !exampleCalled(like, examples))
    throw new ShelfError("EXAMPLE_MISSING", { path: like, paths: examples.map(({ feature }) => feature) });
  const wiring = await learnWiring({ analysed, graph, like, progress });
  if (!wiring || wiring.files.length === 0) {
    if (like === undefined) return undefined;
    throw new ShelfError("EXAMPLE_ALONE", { path: like, paths: examples.map(({ feature }) => feature) });
  }
  return new Growing(wiring, analysed, graph, namedLike(wiring.compared.example.name, name)).grow();
}

/** A name as the example has one: of `badge management`, made like `role management`, badges are the things. */
function namedLike({ words: own, thing, inPaths }: FeatureName, name: string): FeatureName {
  const words = splitWords(name);
  const isByEnding = own.length > 1 && thing.join(" ") === own.slice(0, -1).join(" ");
  const isAlike = isByEnding && words.length > 1 && words.at(-1)?.toLowerCase() === own.at(-1)?.toLowerCase();
  return new FeatureName(words, inPaths, isAlike ? words.slice(0, -1) : undefined);
}

class Growing {
  readonly #draft: SetupDraft;
  readonly #wirer: Wirer;

  constructor(
    readonly wiring: Wiring,
    analysed: AppAnalysis,
    graph: ReferenceGraph,
    readonly to: FeatureName,
  ) {
    this.#draft = new SetupDraft(analysed.app.store);
    this.#wirer = new Wirer({ draft: this.#draft, wiring, graph, to });
  }

  grow(): Grown {
    const { compared, files, wired, unmade, unread } = this.wiring;
    const wirer = this.#wirer;
    for (const { path, counterpart } of files) wirer.places.set(path, wirer.placeFor(counterpart));
    const placed = files.map((each) => ({ ...each, place: wirer.places.get(each.path) ?? each.path }));
    for (const { path, kept, sisters, place } of placed.sort((a, b) => comparePaths(a.place, b.place))) {
      const written = writeText({ kept, to: this.to, sisters });
      this.#draft.make(place, written.text, `like ${compared.example.feature}`, wirer.meant(path, [kept]));
      this.#draft.isLike(place, [path]);
      wirer.note(place, written.text, written.toFill);
    }
    for (const each of wired) wirer.wire(each);
    return {
      ...this.#draft.finish(),
      like: compared.example.feature,
      sisters: compared.sisters.map(({ feature }) => feature),
      toFill: wirer.toFill,
      unmade,
      unread,
    };
  }
}
