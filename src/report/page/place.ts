/** Where one is in the page: a view and what was chosen in it, kept in the address, so that Back works and a place can be sent. */

/** The views, in the order of the tabs. */
export const views = ["overview", "trees", "features", "time", "folders", "findings", "file"] as const;
export type ViewName = (typeof views)[number];

/** A place. */
export interface Place {
  readonly view: ViewName;
  readonly params: ReadonlyMap<string, string>;
}

/** `#trees?as=mvvm` → the trees, under MVVM; what is not known is the overview. */
export function readPlace(hash: string): Place {
  const [name = "", rest = ""] = hash.replace(/^#/, "").split("?");
  const view = views.find((each) => each === name) ?? "overview";
  return { view, params: new Map(new URLSearchParams(rest)) };
}

/** `("trees", { as: "mvvm" })` → `#trees?as=mvvm`; what is empty is left out. */
export function placeText(view: ViewName, params: Readonly<Record<string, string | undefined>> = {}): string {
  const given = Object.entries(params).filter((each): each is [string, string] => (each[1] ?? "") !== "");
  const words = new URLSearchParams(given).toString();
  return words === "" ? `#${view}` : `#${view}?${words}`;
}
