/** «Title», step by step. */
export async function «camel»(): Promise<void> {}
