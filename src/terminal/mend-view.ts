/** How files that were moved by hand are shown: what lies where, what still points at the old places, and the two ways. */
import type { MendedFile, Mending, MendWay, MovedByHand } from "../core/change/mend/index.js";
import { folderOf, nameOf } from "../core/base/paths.js";
import { count, enumerate } from "../wording/words.js";
import { planView } from "./plan-view.js";
import type { PlanViewOptions } from "./plan-view-options.js";
import { wrap, type Screen } from "./screen.js";

/** Lines of a list before it is folded. */
const mostLines = 12;

/** What the list is shown with. */
export interface MendListOptions {
  /** Whether only some places were looked at. */
  readonly isPart: boolean;
  /** Whether somebody is asked next. */
  readonly asks?: boolean;
  /** The commit that is compared with; `HEAD` is the last one, and what no commit can be called is said as it is. */
  readonly since: string;
  readonly all: boolean;
}

/** What was found, and both ways; without plans, nothing has moved. */
export function mendListView(
  { moved, unsure, gone }: MovedByHand,
  plans: { readonly follow: Mending; readonly back: Mending } | undefined,
  screen: Screen,
  { since, all, isPart, asks = false }: MendListOptions,
): string {
  const { palette, width } = screen;
  const when = since === "HEAD" ? "since the last commit" : `since ${since}`;
  const groups = grouped(plans?.follow.files ?? []);
  const broken = groups.filter(({ files }) => files.some(isBroken));
  const right = groups.filter((group) => !broken.includes(group)).flatMap(({ files }) => files).length;
  const head = isPart && moved.length === 0 ? `Nothing there was moved by hand ${when}.` : undefined;
  const lines = [palette.strong(wrap(head ?? headOf(moved.length, moved.length - right, when), width))];
  const shown = all ? broken : broken.slice(0, mostLines);
  if (shown.length > 0) lines.push("");
  for (const group of shown) lines.push(...groupLines(group, screen));
  if (shown.length < broken.length)
    lines.push(palette.faint(`  … and ${count(broken.length - shown.length, "other")} (--all)`));
  if (right > 0 && broken.length > 0)
    lines.push(
      "",
      wrap(
        `${count(right, "other file has", "other files have")} moved, and every path to ${right === 1 ? "it" : "them"} is right.`,
        width,
      ),
    );
  if (unsure.length > 0) lines.push("", ...unsureLines(unsure, screen, all));
  if (gone.length > 0 && (moved.length > 0 || unsure.length > 0))
    lines.push(
      "",
      wrap(
        `${count(gone.length, "file is", "files are")} gone, and nothing that is new is like ${gone.length === 1 ? "it" : "them"}.`,
        width,
      ),
    );
  if (plans && broken.length > 0) {
    lines.push("", ...wayLines(plans, screen));
    if (!asks) lines.push("", "Nothing was written. Add one of the two to see it, and --write to carry it out.");
  }
  return lines.join("\n");
}

function isBroken({ pointing, own }: MendedFile): boolean {
  return pointing + own > 0;
}

function headOf(moved: number, broken: number, when: string): string {
  if (moved === 0) return `No file was moved by hand ${when}.`;
  if (broken === 0)
    return `${count(moved, "file has", "files have")} moved ${when}, and every path to ${moved === 1 ? "it" : "them"} is right.`;
  return `${count(broken, "file was", "files were")} moved by hand ${when}, and paths still point at the old ${broken === 1 ? "place" : "places"}.`;
}

/** Files that went together: what differs of their paths is the same. */
interface Group {
  readonly from: string;
  readonly to: string;
  readonly files: readonly MendedFile[];
}

function grouped(files: readonly MendedFile[]): Group[] {
  const groups = new Map<string, MendedFile[]>();
  for (const file of files) {
    const heads = headsOf(file);
    groups.set(heads.join(" "), [...(groups.get(heads.join(" ")) ?? []), file]);
  }
  return [...groups.values()].flatMap((list): Group[] => {
    const [first] = list;
    if (!first) return [];
    if (list.length === 1) return [{ from: first.from, to: first.to, files: list }];
    const [from, to] = headsOf(first);
    return [{ from: `${from || "."}/`, to: `${to || "."}/`, files: list }];
  });
}

/** The folders that are others: `src/screens/a.ts` and `src/pages/a.ts` → `src/screens`, `src/pages`. */
function headsOf({ from, to }: MendedFile): [string, string] {
  let [one, other] = [from, to];
  while (one !== "" && other !== "" && nameOf(one) === nameOf(other)) [one, other] = [folderOf(one), folderOf(other)];
  return one === from ? [folderOf(from), folderOf(to)] : [one, other];
}

function groupLines({ from, to, files }: Group, { palette, width }: Screen): string[] {
  const pointing = files.reduce((sum, each) => sum + each.pointing, 0);
  const own = files.reduce((sum, each) => sum + each.own, 0);
  const edited = files.filter(({ alike }) => alike < 1);
  const [its, place] = files.length === 1 ? ["its", "place"] : ["their", "places"];
  const what = [
    ...(pointing > 0 ? [`${count(pointing, "path still points", "paths still point")} at ${its} old ${place}`] : []),
    ...(own > 0
      ? [
          `${count(own, "path", "paths")} of ${files.length === 1 ? "its" : "their"} own ${own === 1 ? "does" : "do"} not fit ${its} new ${place}`,
        ]
      : []),
    ...(edited.length > 0 ? [editedText(edited, files.length)] : []),
  ];
  const many = files.length > 1 ? palette.faint(`  ${count(files.length, "file")}`) : "";
  return [
    wrap(`${from} → ${palette.strong(to)}${many}`, width, "  "),
    wrap(palette.faint(what.join("; ")), width, "      "),
  ];
}

/** How one knows a file that is not what it was. */
function editedText(edited: readonly MendedFile[], all: number): string {
  const [first] = edited;
  if (all === 1 && first)
    return first.alike === 0
      ? "taken for the same because you said so"
      : `edited since; ${Math.floor(first.alike * 100)} % of its lines are what they were`;
  return `${edited.length} edited since`;
}

function unsureLines(unsure: MovedByHand["unsure"], { palette, width }: Screen, all: boolean): string[] {
  const shown = all ? unsure : unsure.slice(0, 6);
  const [first] = unsure;
  return [
    wrap(`${count(unsure.length, "file is", "files are")} gone, and may be one of several that are new:`, width, "  "),
    ...shown.map(({ from, candidates }) =>
      wrap(
        `${from} → ${enumerate(candidates.slice(0, 3))}${candidates.length > 3 ? ` and ${candidates.length - 3} more` : ""}`,
        width,
        "    ",
      ),
    ),
    ...(shown.length < unsure.length ? [palette.faint(`    … and ${unsure.length - shown.length} more (--all)`)] : []),
    wrap(`Say which it is: --pair ${first?.from ?? ""}=${first?.candidates[0] ?? ""}`, width, "  "),
  ];
}

function wayLines(
  { follow, back }: { readonly follow: Mending; readonly back: Mending },
  { palette, width }: Screen,
): string[] {
  const { edits, lines, texts } = follow.plan;
  const { moves, edits: corrected } = back.plan;
  const changes = [
    ...(edits.length > 0 ? [`updates ${count(edits.length, "path")}`] : []),
    ...(lines.length > 0 ? [`changes ${count(lines.length, "line")}`] : []),
  ];
  const line = (option: string, text: string): string =>
    `  ${palette.strong(option.padEnd(10))}  ${wrap(text, width - 14).replaceAll("\n", "\n              ")}`;
  return [
    line(
      "--follow",
      changes.length === 0
        ? "changes nothing: what uses it by a name is to be changed by hand"
        : `${enumerate(changes)} in ${count(texts.length, "file")}`,
    ),
    line(
      "--put-back",
      `moves ${count(moves.length, "file")} back${corrected.length === 0 ? "; nothing else changes" : `, and updates ${count(corrected.length, "path")} that ${corrected.length === 1 ? "was" : "were"} corrected already`}`,
    ),
  ];
}

/** One of the ways, as a plan. */
export function mendView(
  { plan, files, healed }: Mending,
  way: MendWay,
  screen: Screen,
  options: PlanViewOptions,
): string {
  const done = options.change !== undefined;
  const was = files.length === 1 ? "was" : "were";
  const heals = healed === 0 ? "" : `, so that ${count(healed, "reference resolves", "references resolve")} again`;
  const back = `${done ? "Put" : "Puts"} back what was moved by hand${heals}.`;
  const follow = `${done ? "Followed" : "Follows"} ${count(files.length, "file")} that ${was} moved by hand.`;
  const edited = files.filter(({ alike }) => alike < 1);
  return planView(plan, screen, {
    ...options,
    notes:
      edited.length === 0
        ? []
        : [
            `${count(edited.length, "file is", "files are")} not what ${edited.length === 1 ? "it was" : "they were"} to the letter; that ${edited.length === 1 ? "it is" : "they are"} the same is told by the lines: ${enumerate(edited.slice(0, 3).map(({ to, alike }) => `${to} (${Math.floor(alike * 100)} %)`))}${edited.length > 3 ? ` and ${edited.length - 3} more` : ""}.`,
          ],
    lead: way === "follow" ? follow : back,
    nothing:
      way === "follow"
        ? plan.proof.gaps.length > 0
          ? "No path is to be updated: change what stands above by hand, or put the files back (--put-back)."
          : "Nothing to follow: every path points at where the files are now."
        : "Nothing to put back: no file was moved.",
  });
}

/** What is said when watching begins. */
export function watchingLine(files: number, writes: boolean): string {
  const what = writes
    ? "Files that are moved by hand are followed"
    : "Files that are moved by hand are told (--write follows them)";
  return `Watching ${count(files, "file")}. ${what}; Ctrl-C ends it.`;
}

/** What has just been moved, and what came of it. */
export function mendedLine(
  { plan, files }: Mending,
  { holds, change }: { readonly holds: boolean; readonly change: string | undefined },
  screen: Screen,
): string {
  const moved = grouped(files).map(({ from, to }) => `${from} → ${to}`);
  const what = moved.length > 3 ? `${moved.slice(0, 2).join(", ")} and ${moved.length - 2} more` : enumerate(moved);
  const paths = `${count(plan.edits.length, "path")} in ${count(plan.texts.length, "file")}`;
  const then =
    change !== undefined
      ? `updated ${paths}; undo it with \`steady-shelf undo\``
      : holds
        ? `${paths} ${plan.edits.length === 1 ? "points" : "point"} at the old place`
        : `${paths} would be updated, but not everything could be checked; look with \`steady-shelf mend --follow\``;
  return wrap(`${what}: ${then}`, screen.width);
}

/** A file that is gone, and may be one of several that are new. */
export function waitingLine({ from, candidates }: MovedByHand["unsure"][number], { width }: Screen): string {
  return wrap(
    `${from} is gone, and may be ${enumerate(candidates.slice(0, 3))}; say which with \`steady-shelf mend --pair\``,
    width,
  );
}
