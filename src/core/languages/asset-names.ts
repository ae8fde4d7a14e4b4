/** Names of assets in texts of any language: a picture that some text names is not unused. */

const extensions =
  "png|jpe?g|gif|webp|avif|svg|ico|icns|bmp|ttf|otf|eot|woff2?|mp3|wav|ogg|m4a|mp4|webm|mov|pdf|lottie|riv";
/** What parts words from each other. */
const parting = "\\s\"'`()<>{}[\\]/\\\\,:;=|?#&";
/** From the beginning of a word, and no longer than a name can be: data in a text has words of a million letters. */
const assetName = new RegExp(`(?<![^${parting}])[^${parting}]{1,200}\\.(?:${extensions})(?![\\w-])`, "giu");
const anyExtension = new RegExp(`\\.(?:${extensions})(?![\\w-])`, "i");

/** Every word of a text that looks like an asset's name, each once: `url(../old-banner.png)` → `old-banner.png`. */
export function assetNamesIn(text: string): string[] {
  return anyExtension.test(text) ? [...new Set(text.match(assetName) ?? [])] : [];
}
