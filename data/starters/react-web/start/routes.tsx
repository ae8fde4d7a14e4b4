import { lazy, type ComponentType } from "react";

/** One place that people can go to. */
export interface Route {
  readonly path: string;
  readonly title: string;
  readonly Screen: ComponentType;
}

/** Every screen, loaded when it is first shown. */
export const routes: readonly Route[] = [
  { path: "/", title: "Home", Screen: lazy(async () => ({ default: () => <h1>Welcome</h1> })) },
  // steady-shelf: routes
];
