/** Colours of features: the largest have one each; a colour is never the only sign of anything. */
import type { Model } from "./model.js";

/** Told apart in light and dark, also by people who see few colours. Source: Okabe and Ito, "Color Universal Design" (2008), with two more. */
const palette = [
  "#0072b2",
  "#e69f00",
  "#009e73",
  "#cc79a7",
  "#56b4e9",
  "#d55e00",
  "#b3a100",
  "#7a5cc4",
  "#8c564b",
  "#17a2a2",
];

const rest = "#8d948f";
const shared = "#c9cdc8";

const known = new WeakMap<Model, ReadonlyMap<number, string>>();

/** The colour of a feature; that of what is shared for `-1`, and of many for one that is not there yet. */
export function colourOf(model: Model, feature: number | undefined): string {
  if (feature === undefined) return rest;
  let colours = known.get(model);
  if (!colours) {
    const bySize = model.data.features.map(({ files }, at) => ({ files, at })).sort((a, b) => b.files - a.files);
    colours = new Map(bySize.slice(0, palette.length).map(({ at }, place) => [at, palette[place] ?? rest]));
    known.set(model, colours);
  }
  return feature < 0 ? shared : (colours.get(feature) ?? rest);
}
