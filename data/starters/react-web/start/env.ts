/** What differs between machines. Secrets belong into `.env`, which is kept out of version control. */
export const env = { apiUrl: "/api" } as const;
