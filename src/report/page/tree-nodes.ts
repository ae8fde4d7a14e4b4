/** A tree of folders and files, made from paths. */

/** A folder, or a file. */
export interface TreeNode {
  readonly name: string;
  readonly path: string;
  /** The file; `-1` for a folder. */
  readonly file: number;
  /** Folders first, each by name. */
  readonly children: TreeNode[];
  /** Files in it, at any depth, and how many of those are marked. */
  files: number;
  marked: number;
}

/** Makes the tree of some files; `isMarked` says which of them are counted apart. */
export function treeOf(
  places: readonly string[],
  wanted: Iterable<number>,
  isMarked: (file: number) => boolean,
): TreeNode {
  const root: TreeNode = { name: "", path: "", file: -1, children: [], files: 0, marked: 0 };
  const folders = new Map<string, TreeNode>([["", root]]);
  const folderAt = (path: string): TreeNode => {
    let folder = folders.get(path);
    if (!folder) {
      const end = path.lastIndexOf("/");
      const above = folderAt(path.slice(0, Math.max(0, end)));
      folder = { name: path.slice(end + 1), path, file: -1, children: [], files: 0, marked: 0 };
      above.children.push(folder);
      folders.set(path, folder);
    }
    return folder;
  };
  for (const file of wanted) {
    const path = places[file] ?? "";
    const end = path.lastIndexOf("/");
    const marked = isMarked(file) ? 1 : 0;
    folderAt(path.slice(0, Math.max(0, end))).children.push({
      name: path.slice(end + 1),
      path,
      file,
      children: [],
      files: 1,
      marked,
    });
  }
  total(root);
  return root;
}

function total(node: TreeNode): void {
  if (node.file >= 0) return;
  for (const child of node.children) {
    total(child);
    node.files += child.files;
    node.marked += child.marked;
  }
  const rank = ({ file }: TreeNode): number => (file < 0 ? 0 : 1);
  node.children.sort((a, b) => rank(a) - rank(b) || (a.name < b.name ? -1 : a.name === b.name ? 0 : 1));
}

/** One line of a tree as it is drawn. */
export interface TreeRow {
  readonly node: TreeNode;
  /** From 1. */
  readonly level: number;
  /** Its place among its sisters, from 1, and how many they are. */
  readonly place: number;
  readonly sisters: number;
}

/** The lines of a tree of which some folders are open. */
export function rowsOf(root: TreeNode, open: ReadonlySet<string>): TreeRow[] {
  const rows: TreeRow[] = [];
  const add = (nodes: readonly TreeNode[], level: number): void => {
    nodes.forEach((node, at) => {
      rows.push({ node, level, place: at + 1, sisters: nodes.length });
      if (node.file < 0 && open.has(node.path)) add(node.children, level + 1);
    });
  };
  add(root.children, 1);
  return rows;
}

/** The folders above a path, the outermost first. */
export function foldersAbove(path: string): string[] {
  const found: string[] = [];
  for (let at = path.indexOf("/"); at >= 0; at = path.indexOf("/", at + 1)) found.push(path.slice(0, at));
  return found;
}

/** The folders that are open at first: down to where there is something to choose. */
export function openAtFirst(root: TreeNode): Set<string> {
  const open = new Set<string>();
  let [level, depth] = [root.children, 0];
  while (level.length === 1 && level[0]?.file === -1) {
    open.add(level[0].path);
    level = level[0].children;
  }
  // One level more, where that stays on a screen.
  for (const node of level) {
    depth += node.children.length;
    if (node.file < 0 && depth < 40) open.add(node.path);
  }
  return open;
}

/** Every folder. */
export function allFolders(root: TreeNode): string[] {
  return root.children.flatMap((node) => (node.file < 0 ? [node.path, ...allFolders(node)] : []));
}
