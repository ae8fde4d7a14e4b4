/** `demo` on the command line. */
import { command } from "./command.js";

/** `steady-shelf demo`. */
export const demoCommand = command({
  typed: "demo [tours..]",
  about: "One app from empty to arranged, or the tours that are named",
  options: (args) =>
    args
      .positional("tours", { type: "string", array: true, default: [] as string[], describe: "Names of tours" })
      .option("list", { type: "boolean", default: false, describe: "Say which tours there are" })
      .option("all", { type: "boolean", default: false, describe: "Every tour" })
      .option("keep", { type: "boolean", default: false, describe: "Keep the apps, and say where they are" }),
  run: (typed, another) => import("../demo/index.js").then(({ runDemo }) => runDemo(typed, another)),
});
