export const byDate = (a: { readonly date: string }, b: { readonly date: string }) => a.date.localeCompare(b.date);
