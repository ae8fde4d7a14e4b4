/** Findings, with filters. */
import { count, grouped } from "../../wording/words.js";
import type { FindingData } from "../page-data.js";
import { choice, fill, h, searchField, tick, withCode } from "./dom.js";
import { sharedName } from "./model.js";
import { fileLink, fold } from "./parts.js";
import type { ViewContext } from "./view.js";

/** What is filtered by; empty is anything. */
interface Wanted {
  words: string;
  rule: string;
  severity: string;
  feature: string;
  repair: string;
  accepted: boolean;
}

/** Draws them. */
export function findings(context: ViewContext): HTMLElement[] {
  const { model, params, keep } = context;
  const all = model.data.findings;
  if (all.length === 0) return [h("h1", {}, "Findings"), h("p", { class: "lead" }, nothingText(context))];
  const wanted: Wanted = {
    words: params.get("words") ?? "",
    rule: params.get("rule") ?? "",
    severity: params.get("severity") ?? "",
    feature: params.get("feature") ?? "",
    repair: params.get("repair") ?? "",
    accepted: params.get("accepted") === "yes",
  };
  const [list, said, controls] = [h("div"), h("p", { class: "lead", role: "status" }), h("div", { class: "controls" })];
  const draw = (): void => {
    keep({ ...wanted, accepted: wanted.accepted ? "yes" : undefined });
    const shown = all.filter((each) => isWanted(context, each, wanted));
    said.textContent = saidOf(all, shown, wanted);
    const items = h("ul", { class: "findings" });
    const more = fold(items, shown, 100, (each) => findingItem(context, each));
    fill(list, [items, more]);
  };
  const change = (key: Exclude<keyof Wanted, "accepted">) => (value: string) => {
    wanted[key] = value;
    draw();
  };
  const counted = (of: (each: FindingData) => string): (readonly [string, string])[] => {
    const counts = new Map<string, number>();
    for (const each of all) counts.set(of(each), (counts.get(of(each)) ?? 0) + 1);
    return [...counts].sort((a, b) => b[1] - a[1]).map(([name, files]) => [name, `${name} (${grouped(files)})`]);
  };
  const fillControls = (): void =>
    fill(controls, [
      searchField("Path or words", wanted.words, change("words")),
      choice(
        "Rule:",
        [["", "any"], ...groupsOf(context), ...counted((each) => ruleOf(context, each).name)],
        wanted.rule,
        change("rule"),
      ),
      choice("Severity:", [["", "any"], ...counted(({ severity }) => severity)], wanted.severity, change("severity")),
      choice(
        "Feature:",
        [["", "any"], ...counted((each) => featureOf(context, each))],
        wanted.feature,
        change("feature"),
      ),
      choice(
        "Repair:",
        [
          ["", "any"],
          ["safe", "done by check --fix"],
          ["asked", "offered by check --fix"],
          ["none", "by hand"],
        ],
        wanted.repair,
        change("repair"),
      ),
      all.some(({ isAccepted }) => isAccepted) &&
        tick("Accepted earlier, too", wanted.accepted, (isOn) => {
          wanted.accepted = isOn;
          draw();
        }),
      h(
        "button",
        {
          type: "button",
          onclick: () => {
            Object.assign(wanted, { words: "", rule: "", severity: "", feature: "", repair: "", accepted: false });
            fillControls();
            draw();
          },
        },
        "Clear the filters",
      ),
    ]);
  fillControls();
  draw();
  return [h("h1", {}, "Findings"), controls, said, list];
}

function ruleOf({ model }: ViewContext, { rule }: FindingData): { readonly name: string; readonly group: string } {
  return model.data.rules[rule] ?? { name: "", group: "" };
}

/** Groups of rules, as they can be typed for one. */
function groupsOf({ model }: ViewContext): (readonly [string, string])[] {
  return [...new Set(model.data.rules.map(({ group }) => group))].sort().map((group) => [group, `all of ${group}`]);
}

function featureOf({ model }: ViewContext, { file }: FindingData): string {
  return file < model.size ? model.featureName(model.feature(file)) : sharedName;
}

function isWanted(context: ViewContext, finding: FindingData, wanted: Wanted): boolean {
  const { name, group } = ruleOf(context, finding);
  const kind = finding.repair === "" ? "none" : finding.isSafe ? "safe" : "asked";
  const text = `${context.model.path(finding.file)} ${finding.says}`.toLowerCase();
  return (
    (wanted.accepted || !finding.isAccepted) &&
    (wanted.rule === "" || wanted.rule === name || wanted.rule === group) &&
    (wanted.severity === "" || wanted.severity === finding.severity) &&
    (wanted.feature === "" || wanted.feature === featureOf(context, finding)) &&
    (wanted.repair === "" || wanted.repair === kind) &&
    text.includes(wanted.words.toLowerCase())
  );
}

function saidOf(all: readonly FindingData[], shown: readonly FindingData[], wanted: Wanted): string {
  const errors = shown.filter(({ severity }) => severity === "error").length;
  const mine = all.filter(({ isAccepted }) => wanted.accepted || !isAccepted).length;
  const of = shown.length === mine ? "" : ` of ${grouped(mine)}`;
  return `${grouped(shown.length)}${of} ${mine === 1 ? "finding" : "findings"}: ${count(errors, "error")}, ${count(shown.length - errors, "warning")}.`;
}

function nothingText({ model }: ViewContext): string {
  const { unread, counts, unplaced } = model.data;
  const open = unread.length + counts.undecided > 0 || unplaced !== null;
  return open ? "No findings in what could be judged; the overview says what could not." : "✓ No findings.";
}

/** One finding: what is wrong, where, and what to do. */
export function findingItem(context: ViewContext, finding: FindingData): HTMLElement {
  const { model } = context;
  const rule = model.data.rules[finding.rule];
  const isError = finding.severity === "error";
  return h(
    "li",
    { class: isError ? "finding error" : "finding" },
    h("span", { class: isError ? "tag bad" : "tag warn" }, isError ? "✗ error" : "! warning"),
    h("code", {}, rule?.name ?? ""),
    finding.isAccepted && h("span", { class: "tag" }, "accepted earlier"),
    h("div", {}, fileLink(context, finding.file), finding.line > 0 && `:${finding.line}`),
    h("p", {}, withCode(`${finding.says}. `), h("span", { class: "faint" }, withCode(finding.advice))),
    finding.repair !== "" &&
      h(
        "p",
        { class: "note" },
        h("code", {}, `steady-shelf check --fix --rule ${rule?.name ?? ""}${model.data.saysGroups ? " --groups" : ""}`),
        ` ${finding.isSafe ? "does this" : "offers"}: ${finding.repair}`,
      ),
    rule && h("details", {}, h("summary", {}, "Why"), h("p", { class: "note" }, withCode(`${rule.asks} ${rule.why}`))),
  );
}
