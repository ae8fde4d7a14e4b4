import { env } from "@/config/env";

/** Gets JSON from the orchard's server. */
export async function getJson<Body>(path: string): Promise<Body> {
  const answer = await fetch(`${env.apiUrl}${path}`);
  if (!answer.ok) throw new Error(`${path} answered ${answer.status}`);
  return (await answer.json()) as Body;
}

export async function postJson(path: string, body: object): Promise<void> {
  await fetch(`${env.apiUrl}${path}`, { method: "POST", body: JSON.stringify(body) });
}
