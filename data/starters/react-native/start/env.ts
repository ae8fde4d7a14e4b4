/** What differs between machines. Secrets belong into `.env`, which is kept out of version control. */
export const env = { apiUrl: "https://localhost/api" } as const;
