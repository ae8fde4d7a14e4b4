import { env } from "«from env»";

async function send(path: string, init?: RequestInit): Promise<unknown> {
  const response = await fetch(env.apiUrl + path, init);
  if (!response.ok) throw new Error(`${path}: ${response.status}`);
  return response.status === 204 ? undefined : response.json();
}

/** Asks the server. The caller says what the answer is, and checks it where that matters. */
export async function getJson<Answer>(path: string): Promise<Answer> {
  return (await send(path)) as Answer;
}

/** Tells the server. */
export async function postJson(path: string, body: unknown): Promise<void> {
  await send(path, { method: "POST", headers: { "content-type": "application/json" }, body: JSON.stringify(body) });
}
