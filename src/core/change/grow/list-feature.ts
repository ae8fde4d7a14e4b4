/** The repair of a feature that is missing in a list: it is mentioned there as the others are. */
import type { ProjectPath } from "../../base/paths.js";
import type { AppAnalysis } from "../../insight/analysis.js";
import type { ReferenceGraph } from "../../graph/index.js";
import { exampleCalled, examplesOf, learnWiring } from "../../insight/wiring/index.js";
import type { Draft } from "../draft.js";
import { SetupDraft } from "../setup/index.js";
import { Wirer } from "./wirer.js";

/** What lists what. */
export interface ListRequest {
  readonly analysed: AppAnalysis;
  readonly graph: ReferenceGraph;
  readonly feature: string;
  readonly file: ProjectPath;
}

/** Draws it up; `undefined` where the others are not listed there in one way. */
export async function listFeature({ analysed, graph, feature, file }: ListRequest): Promise<Draft | undefined> {
  const example = exampleCalled(feature, examplesOf(analysed, graph));
  const wiring = await learnWiring({ analysed, graph, listing: { feature, file } });
  if (!example || !wiring || wiring.wired.length === 0) return undefined;
  const draft = new SetupDraft(analysed.app.store);
  const wirer = new Wirer({ draft, wiring, graph, to: example.name });
  for (const { path, counterpart } of wiring.files) {
    const place = wirer.placeFor(counterpart);
    if (graph.tree.has(place)) wirer.places.set(path, place);
  }
  for (const each of wiring.wired) wirer.wire(each);
  return draft.finish().draft;
}
