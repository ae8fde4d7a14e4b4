/** What is asked for at the end of a line. */
import { describe, expect, test } from "vitest";
import { knownCommands } from "../cli.js";
import { readLine } from "./asked.js";
import { kindOf } from "./kinds.js";
import { answerLines } from "./shells.js";

const { commands, common } = knownCommands();

/** A line with `|` where it ends, as what is asked for: `value as of arrange`. */
function read(line: string): string {
  const { asked, begun, project } = readLine(line.split(" "), commands, common);
  const what =
    asked.kind === "value"
      ? `${asked.option.name} of ${asked.of.name}${asked.before === "" ? "" : ` behind ${asked.before}`}`
      : asked.kind === "place"
        ? `${asked.place.name} of ${asked.of.name}${asked.words.length === 0 ? "" : ` after ${asked.words.join(" ")}`}`
        : asked.kind === "option"
          ? `option of ${asked.of.name}`
          : asked.kind;
  return `${what}: ${begun}${project === undefined ? "" : ` in ${project}`}`;
}

describe("what is asked for", () => {
  test.each([
    ["", "command: "],
    ["mo", "command: mo"],
    ["--project ../web ", "command:  in ../web"],
    ["--project ", "project of : "],
    ["nosuch ", "nothing: "],
    ["move ", "paths of move: "],
    ["move src/a.ts ", "paths of move after src/a.ts: "],
    ["move --write src/a.ts src/", "paths of move after src/a.ts: src/"],
    ["move --pl", "option of move: --pl"],
    ["move --plan ", "plan of move: "],
    ["move -- --pl", "paths of move: --pl"],
    ["arrange --as feat", "as of arrange: feat"],
    ["arrange --as=feat", "as of arrange behind --as=: feat"],
    // As bash parts it.
    ["arrange --as = feat", "as of arrange behind --as=: feat"],
    ["arrange --as =", "as of arrange behind --as=: "],
    ["arrange --write --as", "option of arrange: --as"],
    ["arrange --commit ", "nothing: "],
    ["arrange --commit=", "commit of arrange behind --commit=: "],
    ["add ", "role of add: "],
    ["add screen ", "name of add after screen: "],
    ["add screen Harvest ", "nothing: "],
    ["explain src/a.ts ", "nothing: "],
    ["check --rule naming,un", "rule of check: naming,un"],
    ["--json check --project=../web --format ", "format of check:  in ../web"],
    ["extract src/dates.ts shortDate ", "names of extract after src/dates.ts shortDate: "],
  ])("%s", (line, expected) => expect(read(line)).toBe(expected));

  test("an option that was given is not offered again, but one that may be given often is", () => {
    const given = (line: string): readonly string[] => {
      const { asked } = readLine(line.split(" "), commands, common);
      return asked.kind === "option" ? [...asked.given] : [];
    };
    expect(given("mend --pair a=b --follow --")).toEqual(["follow"]);
    expect(given("check --no-cache --rule naming --")).toEqual(["cache", "rule"]);
  });
});

test("of every option that takes a word, and every place, it is known what fits", () => {
  const unknown = commands.flatMap(({ name, options, places }) => [
    ...options
      .filter((each) => each.takes !== "nothing" && each.choices.length === 0)
      .map((each) => `${name} ${each.name}`),
    ...places.map((each) => `${name} ${each.name}`),
  ]);
  expect(unknown.length).toBeGreaterThan(50);
  expect(unknown.filter((each) => kindOf(...(each.split(" ") as [string, string])) === undefined)).toEqual([]);
});

test("answers are written as each shell reads them", () => {
  const answers = [{ value: "a:b", about: "two\nlines" }];
  expect(answerLines("bash", answers, "--as=")).toEqual(["a:b"]);
  // A folder of a stranger's repository is no command, and not two answers.
  const hostile = [
    { value: "$(touch x)'; y", about: "" },
    { value: "two\nlines", about: "" },
  ];
  expect(answerLines("bash", hostile, "")).toEqual(["'$(touch x)'\\''; y'"]);
  expect(answerLines("fish", hostile, "")).toEqual(["$(touch x)'; y\t"]);
  expect(answerLines("zsh", answers, "--as=")).toEqual(["--as=a\\:b:two lines"]);
  expect(answerLines("fish", answers, "--as=")).toEqual(["--as=a:b\ttwo lines"]);
});
