import { defineAsyncComponent, type Component } from "vue";

/** One place that people can go to. */
export interface Route {
  readonly path: string;
  readonly title: string;
  readonly view: Component;
}

/** Every view, loaded when it is first shown. */
export const routes: readonly Route[] = [
  { path: "/", title: "Home", view: defineAsyncComponent(async () => ({ render: () => "Welcome" })) },
  // steady-shelf: routes
];
