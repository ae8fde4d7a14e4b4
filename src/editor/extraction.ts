/** A part of a file that gets a file of its own. */
import { extractDraft } from "../core/change/extract/index.js";
import { planDraft } from "../core/change/plan/index.js";
import { extractSheetDraft, isSheet } from "../core/change/sheets/index.js";
import { appAround, type Analysis } from "../core/insight/analysis.js";
import { isCode, ownExports } from "../core/languages/index.js";
import type { ExtractionWish, Offer, Place } from "./offers.js";
import { provedChange, type PlannedChange } from "./planned-change.js";

/** The offer to take out what is selected, or the export at the cursor if the file has others; `undefined` for neither. */
export function offeredExtraction({ graph }: Analysis, { file, start, end }: Place): Offer | undefined {
  const text = graph.tree.text(file);
  if (!text) return undefined;
  const offer = (title: string, what: Omit<ExtractionWish, "kind" | "file">): Offer => {
    return { title, about: [], isPreferred: false, wish: { kind: "extract", file, ...what } };
  };
  if (end > start && text.text.slice(start, end).trim() !== "") {
    const lines = { first: text.positionAt(start).line, last: text.positionAt(end - 1).line };
    if (isSheet(file)) return offer("Take the selected rules out into a partial", { lines });
    return isCode(file) ? offer("Take the selected declarations out into a file of their own", { lines }) : undefined;
  }
  if (!isCode(file)) return undefined;
  const own = ownExports(graph.files.get(file)?.reading.exports);
  const here = own.find(({ name, start: at }) => at <= start && start <= at + name.length);
  if (!here || own.length < 2 || here.name === "default") return undefined;
  return offer(`Take ${here.name} out into a file of its own`, { name: here.name });
}

/** Plans it. Throws what cannot be parted, in words. */
export async function extraction({ project }: Analysis, { file, name, lines }: ExtractionWish): Promise<PlannedChange> {
  const request = { path: file, names: name === undefined ? [] : [name], ...(lines && { lines }) };
  if (isSheet(file)) {
    const { draft } = await extractSheetDraft(project, { ...request, take: [] });
    return provedChange(await planDraft(project, draft));
  }
  const around = await appAround(project.tree.store, project, file);
  const { draft } = await extractDraft(project, request, around);
  return provedChange(await planDraft(project, draft));
}
