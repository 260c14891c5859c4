/** Injection token of the address of the database. */
export const DATABASE_URL = Symbol('address of the database')
