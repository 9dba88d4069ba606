import Database from "better-sqlite3";

/**
 * Opens a database to be read. One that may be written to leaves no journal behind when it is closed; one that may not
 * is read all the same.
 */
export function openToRead(path: string): Database.Database {
  try {
    return new Database(path, { fileMustExist: true });
  } catch {
    return new Database(path, { readonly: true, fileMustExist: true });
  }
}
