/** Files that no path is read from. */
import type { ProjectPath } from "../base/paths.js";

/** Files by whose name one knows that no path is written in them, or only what a tool wrote. */
const binary =
  /\.(png|jpe?g|gif|webp|avif|ico|icns|woff2?|ttf|otf|eot|mp[34]|webm|mov|pdf|zip|gz|jar|keystore|lock|snap|map)$|-lock\.\w+$/i;

/** Whether a file is not worth reading for paths: a picture, a font, an archive, a lock file, a snapshot. */
export function isBinary(path: ProjectPath): boolean {
  return binary.test(path);
}
