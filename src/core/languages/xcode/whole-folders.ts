/** Folders that are built with all that lies in them, and what of it they leave out. Source: projects that Xcode 16 writes. */
import { folderOfGroup, joined, type GroupNode, type ProjectObject, type XcodeProject } from "./project.js";
import { textOf, textsOf, type ListText } from "./property-list.js";

interface Whole {
  readonly node: GroupNode;
  readonly folder: string;
  readonly targets: readonly string[];
  readonly exceptions: readonly Exception[];
}

/** A file that a target leaves out of a folder, or takes in though the folder is not its own. */
interface Exception {
  readonly target: string;
  /** From the project's folder. */
  readonly path: string;
  readonly object: ProjectObject;
  readonly text: ListText;
}

/** The folders of a project that are built whole. */
export class WholeFolders {
  readonly #all: readonly Whole[];

  /** `then` says where the folder of such a group is afterwards, if it moves. */
  constructor(
    project: XcodeProject,
    readonly then: (node: GroupNode) => string | undefined,
  ) {
    this.#all = [...project.nodes.values()].flatMap((node): Whole[] => {
      if (node.object.isa !== "PBXFileSystemSynchronizedRootGroup") return [];
      const folder = folderOfGroup(node);
      if (folder === undefined) return [];
      const targets = project.targets
        .filter(({ synchronized }) => synchronized.includes(node.id))
        .map(({ name }) => name);
      return [{ node, folder, targets, exceptions: exceptionsOf(project, node, folder) }];
    });
  }

  /** The targets into which a file is built by its folder now; `undefined` where it lies in no such folder. */
  targetsNow(path: string): readonly string[] | undefined {
    const whole = this.#all.find(({ folder }) => isIn(path, folder));
    if (!whole) return undefined;
    const { targets, exceptions } = whole;
    const excepted = exceptions.filter((each) => each.path === path).map(({ target }) => target);
    return [
      ...targets.filter((target) => !excepted.includes(target)),
      ...excepted.filter((target) => !targets.includes(target)),
    ];
  }

  /** Where a file is said to be an exception to its folder. */
  exceptionsAt(path: string): readonly Exception[] {
    return this.#all.flatMap(({ exceptions }) => exceptions.filter((each) => each.path === path));
  }

  /** The same for what comes to lie somewhere. */
  targetsThen(path: string): readonly string[] | undefined {
    return this.#all.find(({ node, folder }) => isIn(path, this.then(node) ?? folder))?.targets;
  }
}

function isIn(path: string, folder: string): boolean {
  return folder === "" || path.startsWith(`${folder}/`);
}

function exceptionsOf({ objects, targets }: XcodeProject, node: GroupNode, folder: string): Exception[] {
  return textsOf(node.object.body, "exceptions").flatMap(({ value }): Exception[] => {
    const object = objects.get(value);
    const id = object && textOf(object.body, "target")?.value;
    const target = targets.find((each) => each.object.id === id)?.name;
    if (!object || target === undefined) return [];
    return textsOf(object.body, "membershipExceptions").map((text): Exception => {
      return { target, path: joined(folder, text.value), object, text };
    });
  });
}
