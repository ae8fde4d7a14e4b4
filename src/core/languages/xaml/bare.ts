/** Comments and raw text, blanked: every place stays where it was. */
export function bare(text: string): string {
  return text.replace(/<!--[^]*?(?:-->|$)|<!\[CDATA\[[^]*?(?:\]\]>|$)/g, (part) => part.replace(/[^\r\n]/g, " "));
}
