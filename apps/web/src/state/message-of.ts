/** What an error says. */
export const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error))
