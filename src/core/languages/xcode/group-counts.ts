/** How often each thing of a project is shown in its groups: what no group shows, nobody finds; what two show, the IDE mistakes. */
import { isRead, readProject, type GroupNode } from "./project.js";
import { textsOf } from "./property-list.js";

/** By id, with 0 for files and groups that no group has; `undefined` for a project that cannot be read. */
export function groupCounts(
  text: string,
): ReadonlyMap<string, { readonly times: number; readonly name: string }> | undefined {
  const project = readProject(text);
  if (!isRead(project) || !project.main) return undefined;
  const counts = new Map<string, number>();
  const walk = (node: GroupNode, above: ReadonlySet<string>): void => {
    for (const { value } of textsOf(node.object.body, "children")) counts.set(value, (counts.get(value) ?? 0) + 1);
    const within = new Set([...above, node.id]);
    for (const child of node.children) if (!within.has(child.id)) walk(child, within);
  };
  walk(project.main, new Set());
  const shown = /^(?:PBXFileReference|PBXGroup|PBXVariantGroup|XCVersionGroup|PBXFileSystemSynchronizedRootGroup)$/;
  return new Map(
    [...project.objects.values()].flatMap(({ id, isa, body }) => {
      if (!shown.test(isa) || id === project.main?.id) return [];
      const said =
        body.entries.find(({ key }) => key.value === "name") ?? body.entries.find(({ key }) => key.value === "path");
      const name = said?.value.kind === "text" ? said.value.value : id;
      return [[id, { times: counts.get(id) ?? 0, name }] as const];
    }),
  );
}
