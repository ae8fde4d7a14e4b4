/** How much is tried: `npm test` takes a sample where `npm run trial` takes all. */
import { env } from "node:process";

/** Whether all of it is tried. */
export const isWholeTrial = env.TRIAL === "whole";

/** Runs of a property of which the whole trial has `whole`. A fixed seed begins with the same ones in both. */
export function runs(whole: number): number {
  return isWholeTrial ? whole : Math.ceil(whole / 3);
}
