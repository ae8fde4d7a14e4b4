/** What the tests of `init` and `add` share: small apps in memory. */
import { applyCreation } from "../../apply/index.js";
import { caller } from "../../apply/changes.test.suite.js";
import { at, type Files } from "../plan/planning.test.suite.js";
import type { Creation } from "../creation/index.js";
import { parseConfiguration } from "../../app/configuration/parse-configuration.js";
import { MemoryStore } from "../../files/index.js";
import { openApp, type App } from "../../app/index.js";
import { planAddition, planNewApp, type AddRequest, type InitRequest } from "./index.js";

/** An app in memory, set up by a configuration's lines (`version: 1` and `source: src` are understood). */
export function appOf(stack: string, arrangement: string, files: Files = {}, configuration = ""): App {
  const store = new MemoryStore(files);
  const text = `version: 1\n${configuration}`;
  const source = stack === "flutter" ? "lib" : "src";
  return openApp(store, {
    folder: at(""),
    stack,
    arrangement,
    source,
    configuration: parseConfiguration(text, at("steady-shelf.yaml")),
  });
}

/** `"component TreeCard --feature trees --with test"` as a request. */
export function requestOf(words: string): AddRequest {
  const [head = "", ...options] = words.split(" --");
  const [role = "", ...name] = head.split(" ");
  const option = (key: string): string | undefined =>
    options.find((each) => each.startsWith(`${key} `))?.slice(key.length + 1);
  const list = (key: string): string[] => option(key)?.split(",") ?? [];
  const from = option("from");
  return {
    role,
    name: name.join(" "),
    feature: option("feature"),
    shelf: option("shelf"),
    with: list("with"),
    without: list("without"),
    from: from === undefined ? undefined : { bytes: Buffer.from("bytes"), extension: from },
  };
}

/** The paths that an addition makes, and `file: line` for each line that it adds. */
export function added(app: App, words: string): string[] {
  return listOfCreation(planAddition(app, requestOf(words)));
}

/** A creation as lines of text. */
export function listOfCreation(creation: Creation): string[] {
  const lines = creation.edited.flatMap(({ path, lines }) => lines.map(({ text }) => `${path}: ${text.trim()}`));
  return [...creation.made.map(({ path }) => path), ...lines];
}

/** Sets a new app up in memory. */
export function begun(
  request: Partial<InitRequest> & { readonly stack: string; readonly arrangement: string },
  files: Files = {},
): MemoryStore {
  const store = new MemoryStore(files);
  const source = request.stack === "flutter" ? "lib" : "src";
  const { creation } = planNewApp(store, { folder: at(""), source, fill: "starters", ...request });
  if (creation.made.length + creation.edited.length > 0) applyCreation({ store, creation, command: "init", caller });
  return store;
}
