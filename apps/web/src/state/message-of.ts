/** Message of a caught error. */
export const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error))
