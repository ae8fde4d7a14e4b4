/** A tree that is walked with the mouse or with the keys. Source of the keys: ARIA Authoring Practices, "Tree View Pattern". */
import { fill, h } from "./dom.js";
import { allFolders, foldersAbove, openAtFirst, rowsOf, type TreeNode, type TreeRow } from "./tree-nodes.js";

/** What a tree is drawn with. */
export interface TreeListOptions {
  readonly label: string;
  /** What stands behind the name of a line. */
  readonly beside: (node: TreeNode) => readonly (Node | string)[];
  /** A folder or a file was chosen. */
  readonly choose: (node: TreeNode, list: TreeList) => void;
}

/** More lines than these are not drawn at once. */
const mostRows = 8000;

/** One tree. */
export class TreeList {
  readonly element: HTMLElement;
  #root: TreeNode;
  #open: Set<string>;
  #rows: TreeRow[] = [];
  /** The line that the keys go from. */
  #focus = "";
  #chosen: string | undefined;

  constructor(
    root: TreeNode,
    readonly options: TreeListOptions,
  ) {
    this.#root = root;
    this.#open = openAtFirst(root);
    this.element = h("div", {
      class: "tree",
      role: "tree",
      "aria-label": options.label,
      onclick: (event: MouseEvent) => this.#click(event),
      onkeydown: (event: KeyboardEvent) => this.#key(event),
    });
    this.#draw();
  }

  /** Draws another tree; with `isOpen` all of it, as far as it can be drawn at once. */
  show(root: TreeNode, isOpen: boolean): void {
    this.#root = root;
    this.#open = isOpen ? this.#openable() : openAtFirst(root);
    this.#draw();
  }

  /** Opens every folder, or those of the first levels where there are too many lines. */
  openAll(): void {
    this.#open = this.#openable();
    this.#draw();
  }

  /** Closes all but the first. */
  closeAll(): void {
    this.#open = openAtFirst(this.#root);
    this.#draw();
  }

  /** Opens the folders above a path, marks its line, and has it seen. */
  reveal(path: string | undefined, isSeen = true): void {
    this.#chosen = path;
    for (const folder of foldersAbove(path ?? "")) this.#open.add(folder);
    if (path !== undefined) this.#focus = path;
    const { scrollTop } = this.element;
    this.#draw();
    const row = this.#rowAt(path);
    // The page itself stays where it is.
    this.element.scrollTop =
      row && isSeen ? row.offsetTop - (this.element.clientHeight - row.offsetHeight) / 2 : scrollTop;
  }

  #openable(): Set<string> {
    const folders = allFolders(this.#root);
    if (folders.length + this.#root.files <= mostRows) return new Set(folders);
    const open = new Set<string>();
    let left = mostRows;
    const byDepth = folders.sort((a, b) => foldersAbove(a).length - foldersAbove(b).length);
    const sizes = new Map(this.#sizes(this.#root));
    for (const folder of byDepth) {
      left -= sizes.get(folder) ?? 0;
      if (left < 0) break;
      open.add(folder);
    }
    return open;
  }

  *#sizes(node: TreeNode): Generator<[string, number]> {
    yield [node.path, node.children.length];
    for (const child of node.children) if (child.file < 0) yield* this.#sizes(child);
  }

  #draw(): void {
    this.#rows = rowsOf(this.#root, this.#open);
    const hasFocus = this.#rows.some(({ node }) => node.path === this.#focus);
    if (!hasFocus) this.#focus = this.#rows[0]?.node.path ?? "";
    fill(
      this.element,
      this.#rows.map((row) => this.#row(row)),
    );
    if (this.#rows.length === 0) fill(this.element, [h("p", { class: "note" }, "Nothing here.")]);
  }

  #row({ node, level, place, sisters }: TreeRow): HTMLElement {
    const isFolder = node.file < 0;
    const isOpen = this.#open.has(node.path);
    return h(
      "div",
      {
        role: "treeitem",
        class: isFolder ? "row folder" : "row",
        "data-path": node.path,
        style: `--level: ${level}`,
        tabindex: node.path === this.#focus ? 0 : -1,
        "aria-level": level,
        "aria-posinset": place,
        "aria-setsize": sisters,
        "aria-expanded": isFolder && String(isOpen),
        "aria-selected": String(node.path === this.#chosen),
      },
      h("span", { class: "twist", "aria-hidden": "true" }, isFolder ? (isOpen ? "▾" : "▸") : ""),
      h("span", { class: "name" }, isFolder ? `${node.name}/` : node.name),
      ...this.options.beside(node),
    );
  }

  #rowAt(path: string | undefined): HTMLElement | undefined {
    if (path === undefined) return undefined;
    return this.element.querySelector<HTMLElement>(`[data-path="${CSS.escape(path)}"]`) ?? undefined;
  }

  #nodeAt(path: string): TreeNode | undefined {
    return this.#rows.find(({ node }) => node.path === path)?.node;
  }

  #click(event: MouseEvent): void {
    const path = (event.target as Element).closest<HTMLElement>(".row")?.dataset["path"];
    const node = path === undefined ? undefined : this.#nodeAt(path);
    if (!node) return;
    if (node.file < 0) this.#toggle(node);
    else this.#choose(node);
    this.#go(node.path);
  }

  #toggle(node: TreeNode): void {
    if (!this.#open.delete(node.path)) this.#open.add(node.path);
    this.#focus = node.path;
    this.#draw();
  }

  #choose(node: TreeNode): void {
    this.#focus = node.path;
    this.options.choose(node, this);
  }

  #key(event: KeyboardEvent): void {
    const at = this.#rows.findIndex(({ node }) => node.path === this.#focus);
    const row = this.#rows[at];
    if (!row || event.ctrlKey || event.metaKey || event.altKey) return;
    const { node, level } = row;
    const isFolder = node.file < 0;
    const isOpen = this.#open.has(node.path);
    const toRow = (place: number): void => this.#go(this.#rows[place]?.node.path ?? this.#focus);
    const keys: Readonly<Record<string, () => void>> = {
      ArrowDown: () => toRow(at + 1),
      ArrowUp: () => toRow(at - 1),
      Home: () => toRow(0),
      End: () => toRow(this.#rows.length - 1),
      ArrowRight: () => {
        if (isFolder && !isOpen) this.#toggle(node);
        else if (isFolder) return toRow(at + 1);
        this.#go(node.path);
      },
      ArrowLeft: () => {
        if (isFolder && isOpen) {
          this.#toggle(node);
          this.#go(node.path);
        } else if (level > 1) this.#go(foldersAbove(node.path).at(-1) ?? node.path);
      },
      Enter: () => (isFolder ? this.#toggle(node) : this.#choose(node), this.#go(node.path)),
      " ": () => (isFolder ? this.#toggle(node) : this.#choose(node), this.#go(node.path)),
    };
    const act = keys[event.key];
    if (!act) return;
    event.preventDefault();
    act();
  }

  /** Puts the keys on a line. */
  #go(path: string): void {
    this.#rowAt(this.#focus)?.setAttribute("tabindex", "-1");
    this.#focus = path;
    const row = this.#rowAt(path);
    row?.setAttribute("tabindex", "0");
    row?.focus();
  }
}
