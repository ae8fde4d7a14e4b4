/** Asks the server for «title». */
export async function load«Pascal»(): Promise<readonly string[]> {
  const response = await fetch("/api/«kebab»");
  if (!response.ok) throw new Error(`«Title»: ${response.status}`);
  return (await response.json()) as readonly string[];
}
