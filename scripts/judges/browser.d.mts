import type { Browser } from "playwright-core";

/** Starts a browser without a screen: the one that came with the packages on Linux, elsewhere an installed Chrome. */
export function startBrowser(): Promise<Browser>;
