/** How an arrangement fits the files that are there, as `init` shows it. */
import { plain } from "../core/base/text/index.js";
import type { Fit } from "../core/app/index.js";
import { cells, pad, shorten, type Screen } from "./screen.js";
import { count, grouped } from "../wording/words.js";

/** How an arrangement fits the files that are there. */
export function fitView(found: Fit, screen: Screen, all: boolean): string {
  const fit = plain(found);
  const { palette, width } = screen;
  const share = fit.files === 0 ? 100 : Math.floor((fit.onShelf / fit.files) * 100);
  const most = all ? Infinity : 6;
  const off = fit.off.slice(0, most);
  const misnamed = fit.misnamed.slice(0, most);
  const own = (entries: Fit["names"]): string =>
    Object.entries(entries)
      .map(([key, value]) => `${[value].flat().join(" or ")} ${palette.faint(`for ${key}`)}`)
      .join(", ");
  const column = Math.max(0, ...off.map((each) => cells(shorten(each.folder, width - 20)))) + 3;
  const lines = [
    `  ${palette.strong("arrangement")}  ${fit.arrangement}: ${grouped(fit.onShelf)} of ${count(fit.files, "file")} ${fit.onShelf === 1 ? "is" : "are"} on its shelves (${share} %)`,
    `  ${palette.strong("source root")}  ${fit.source}`,
    ...(Object.keys(fit.words).length > 0 ? [`  ${palette.strong("own words")}    ${own(fit.words)}`] : []),
    ...(Object.keys(fit.names).length > 0 ? [`  ${palette.strong("own names")}    ${own(fit.names)}`] : []),
  ];
  if (off.length > 0) {
    lines.push("", `  ${palette.strong("on no shelf")}`);
    for (const { folder, files } of off)
      lines.push(`    ${palette.leaves(pad(`${shorten(folder, width - 20)}/`, column))}${count(files, "file")}`);
    if (fit.off.length > off.length)
      lines.push(palette.faint(`    … and ${count(fit.off.length - off.length, "more folder")} (--all shows them)`));
  }
  if (misnamed.length > 0) {
    lines.push("", `  ${palette.strong("named differently")} from the files beside them`);
    for (const path of misnamed) lines.push(`    ${palette.leaves(path)}`);
    if (fit.misnamed.length > misnamed.length)
      lines.push(
        palette.faint(`    … and ${count(fit.misnamed.length - misnamed.length, "more file")} (--all shows them)`),
      );
  }
  return lines.join("\n");
}
