import type { FileReader } from "./file-store.js";

/** The methods of a store as plain functions, so that one of them can be another. */
export function readerOf(store: FileReader): FileReader {
  return {
    root: store.root,
    list: () => store.list(),
    search: (texts, form) => store.search(texts, form),
    past: (most) => store.past(most),
    changedSince: (commit) => store.changedSince(commit),
    tracks: (folder) => store.tracks(folder),
    read: (path) => store.read(path),
    stat: (path) => store.stat(path),
    readLink: (path) => store.readLink(path),
    entries: (folder) => store.entries(folder),
    existsBeyond: (relative) => store.existsBeyond(relative),
    readBeyond: (relative) => store.readBeyond(relative),
    ignoresCase: () => store.ignoresCase(),
  };
}
