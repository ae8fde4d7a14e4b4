/** Names of assets in texts of any language: a picture that some text names is not unused. */

const extensions =
  "png|jpe?g|gif|webp|avif|svg|ico|icns|bmp|ttf|otf|eot|woff2?|mp3|wav|ogg|m4a|mp4|webm|mov|pdf|lottie|riv";
const assetName = new RegExp(`[^\\s"'\`()<>{}[\\]/\\\\,:;=|?#&]+\\.(?:${extensions})(?![\\w-])`, "giu");
const anyExtension = new RegExp(`\\.(?:${extensions})(?![\\w-])`, "i");

/** Every word of a text that looks like an asset's name, each once: `url(../old-banner.png)` → `old-banner.png`. */
export function assetNamesIn(text: string): string[] {
  return anyExtension.test(text) ? [...new Set(text.match(assetName) ?? [])] : [];
}
