/**
 * Names that a file cannot have, on this system or on another one that the project is opened on.
 *
 * Source: "Naming Files, Paths, and Namespaces" (Microsoft Learn), for Windows; POSIX.1-2017, 3.170 for `/` and NUL; 255 bytes
 * is the limit of ext4 and APFS for one part of a path.
 */

const reserved = /^(?:con|prn|aux|nul|conin\$|conout\$|(?:com|lpt)[0-9\u00b9\u00b2\u00b3])$/i;

/** Why one part of a path (a file's or a folder's name) is not legal everywhere, as the end of a sentence; else `undefined`. */
export function whyIllegal(name: string): string | undefined {
  if (name === "") return "it is empty";
  if (name === "." || name === "..") return "it means a folder";
  const control = /\p{Cc}/u.exec(name);
  if (control) return "it holds a control character";
  const letter = /[<>:"/\\|?*]/.exec(name)?.[0];
  if (letter !== undefined) return `it holds ${letter}, which no name can hold on Windows`;
  if (/[. ]$/.test(name)) return "it ends in a dot or a space, which Windows leaves out";
  const stem = name.split(".")[0] ?? "";
  if (reserved.test(stem.trimEnd())) return `${stem} is a device on Windows`;
  if (name.length > 80 && new TextEncoder().encode(name).length > 255) return "it is longer than 255 bytes";
  return undefined;
}
