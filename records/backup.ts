/** A copy of the database, and when it was made (UTC text). */
export type Backup = { name: string; madeAt: string };
