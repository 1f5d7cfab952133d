import type Database from 'better-sqlite3';

/** The open data file. */
export type Db = Database.Database;

/** Name of the data file in its folder. */
export const DATA_FILE = 'bathyclast.db';

/** Ends of the names of a data file and of the files that SQLite keeps beside it. */
export const DATA_ENDS = ['', '-wal', '-shm'] as const;
