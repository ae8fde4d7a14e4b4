/**
 * The report's page: one file that asks nothing of anybody. Its style, its code and its data stand in it, and a policy keeps it from
 * loading anything else.
 */
import { createHash } from "node:crypto";
import { gzipSync } from "node:zlib";
import type { PageData } from "./page-data.js";

/** By this a page is known to be ours, so that it may be written anew. */
export const pageMark = '<meta name="generator" content="steady-shelf report">';

/** What the build made of `page/`: its code, and its style (`dist/page/`). */
export interface PageParts {
  readonly code: string;
  readonly style: string;
}

/** The page. The data is compressed: it is mostly paths, and browsers can open it again. */
export function makePage(data: PageData, { code, style }: PageParts): string {
  const packed = gzipSync(JSON.stringify(data), { level: 9 }).toString("base64");
  // Only this very code may run, and nothing may be loaded.
  const allowed = createHash("sha256").update(code).digest("base64");
  const policy = `default-src 'none'; script-src 'sha256-${allowed}'; style-src 'unsafe-inline'; base-uri 'none'; form-action 'none'`;
  return [
    "<!doctype html>",
    '<html lang="en">',
    '<meta charset="utf-8">',
    `<meta http-equiv="Content-Security-Policy" content="${policy}">`,
    pageMark,
    '<meta name="viewport" content="width=device-width, initial-scale=1">',
    '<meta name="color-scheme" content="light dark">',
    `<title>${escaped(data.project)} – Steady Shelf</title>`,
    `<style>${style}</style>`,
    `<script type="text/plain" id="data">${packed}</script>`,
    '<div id="page"><p>This page draws itself: it needs a browser that runs scripts.</p></div>',
    `<script>${code}</script>`,
    "</html>",
    "",
  ].join("\n");
}

function escaped(text: string): string {
  return text.replaceAll("&", "&amp;").replaceAll("<", "&lt;").replaceAll(">", "&gt;");
}
