import type { Tree } from "../models/Tree";

export function TreeRow({ tree }: { readonly tree: Tree }) {
  return <p>{tree.variety}</p>;
}
