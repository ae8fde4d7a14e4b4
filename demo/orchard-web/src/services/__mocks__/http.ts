/** Answers of the server in tests. */
const answers: Record<string, unknown> = { "/trees": [{ id: "t1", name: "Old Bramley", variety: "Bramley", planted: "1951-03-01" }] };

export async function getJson(path: string): Promise<unknown> {
  return answers[path] ?? [];
}

export async function postJson(): Promise<void> {}
