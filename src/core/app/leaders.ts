/** Which file a companion goes with: `TreeCard.test.tsx` and `TreeCard.module.css` go with `TreeCard.tsx`. */
import { isCode, languages } from "../languages/index.js";
import { folderOf, inFolder, nameOf, type ProjectPath } from "../base/paths.js";
import { partsOf } from "./companions.js";

const companionFolders = new Set(languages.flatMap(({ companions }) => companions?.folders ?? []));
const pictureFolders = new Set(languages.flatMap(({ companions }) => companions?.pictureFolders ?? []));

/** What of a component in several files is the component: `Tree.component`, beside `Tree.container` and `Tree.type`. */
const standsForAll = /^(?:component|view|screen|page)$/i;

/** For each companion among some files the file that it goes with. */
export function leadersOf(paths: readonly ProjectPath[]): Map<ProjectPath, ProjectPath> {
  const leading = new Map<string, ProjectPath>();
  const dotted = new Map<string, ProjectPath>();
  const followers: { readonly path: ProjectPath; readonly stem: string }[] = [];
  const all = new Set(paths);
  const found = new Map<ProjectPath, ProjectPath>();
  for (const path of paths) {
    const { stem, leads } = partsOf(nameOf(path));
    // `TreeCard.xaml.cs` is the code behind `TreeCard.xaml`.
    const whole = path.slice(0, path.lastIndexOf(".")) as ProjectPath;
    if (nameOf(whole).includes(".") && all.has(whole)) {
      found.set(path, whole);
      continue;
    }
    // `2.0x/tree.png` is `tree.png` for another screen.
    const plain = inFolder(folderOf(folderOf(path)), nameOf(path));
    if (pictureFolders.has(nameOf(folderOf(path))) && !isCode(path) && all.has(plain)) {
      found.set(path, plain);
      continue;
    }
    if (!leads || companionFolders.has(nameOf(folderOf(path)))) {
      followers.push({ path, stem });
      continue;
    }
    // `tree.component.tsx` leads `tree.test.tsx` where no `tree.tsx` does.
    const dot = stem.indexOf(".");
    if (dot > 0 && isCode(path)) {
      const [key, kind] = [inFolder(folderOf(path), stem.slice(0, dot)), stem.slice(dot + 1)];
      if (!dotted.has(key) || standsForAll.test(kind)) dotted.set(key, path);
    }
    const key = inFolder(folderOf(path), stem);
    const other = leading.get(key);
    // Of a picture and a script of one name, the script leads; of platform variants, the first.
    if (other === undefined || (!isCode(other) && isCode(path))) leading.set(key, path);
  }
  for (const { path, stem } of followers) {
    const folder = folderOf(path);
    const places = companionFolders.has(nameOf(folder)) ? [folder, folderOf(folder)] : [folder];
    const leader = places
      .map((place) => leading.get(inFolder(place, stem)) ?? dotted.get(inFolder(place, stem)))
      .find((each) => each !== undefined);
    if (leader !== undefined && leader !== path) found.set(path, found.get(leader) ?? leader);
  }
  return found;
}
