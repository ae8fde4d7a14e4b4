/** What can happen to «title», by name. */
export const «camel»Actions = { requested: "«kebab»/requested", loaded: "«kebab»/loaded" } as const;
