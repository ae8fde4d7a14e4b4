/** Runs something whose output nobody is to see. */
export async function silently<Result>(work: () => Promise<Result>): Promise<Result> {
  const untap = ([process.stdout, process.stderr] as const).map((stream) => {
    const write = stream.write.bind(stream);
    stream.write = () => true;
    return () => void (stream.write = write);
  });
  try {
    return await work();
  } finally {
    for (const each of untap) each();
  }
}
