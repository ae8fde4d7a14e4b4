/** What a view is given. */
import type { Model } from "./model.js";
import { placeText, type ViewName } from "./place.js";

/** A view's surroundings. */
export interface ViewContext {
  readonly model: Model;
  readonly params: ReadonlyMap<string, string>;
  /** Keeps what was chosen in the address, without drawing anew. */
  readonly keep: (params: Readonly<Record<string, string | undefined>>) => void;
  /** The address of a place in the same app. */
  readonly link: (view: ViewName, params?: Readonly<Record<string, string | undefined>>) => string;
}

/** The address of a place; with several apps, the one that is looked at. */
export function linkFor(app: string | undefined): ViewContext["link"] {
  return (view, params = {}) => placeText(view, { ...params, app });
}
