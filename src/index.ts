/** The library: the core, for programs that plan and carry out relocations themselves. */
export * from "./core/index.js";
