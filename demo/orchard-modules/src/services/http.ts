export async function getJson<Body>(path: string): Promise<Body> {
  const response = await fetch(`/api${path}`);
  return (await response.json()) as Body;
}
