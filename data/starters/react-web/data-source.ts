/** «Title», as the server gives it. */
export async function read«Pascal»(): Promise<unknown> {
  const response = await fetch("/api/«kebab»");
  if (!response.ok) throw new Error(`«Title»: ${response.status}`);
  return response.json();
}
