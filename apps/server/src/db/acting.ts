import { AsyncLocalStorage } from 'node:async_hooks';
import type { Knex } from 'knex';

/** Who changes something: what the book of changes is told of it. */
export interface Author {
  /** The person; null: Kanga itself, or who needs not say. */
  who: string | null;
  /** From where: an address, or what of Kanga's it is. */
  from: string;
  /** Nothing of this is written down by itself. */
  quiet?: boolean;
}

/** Null: nothing is changed, and nobody asks in whose name. */
const authors = new AsyncLocalStorage<Author | null>();
/** What Kanga does by itself. */
const KANGA: Author = { who: null, from: 'Kanga' };

/** Does something in somebody's name. */
export const asAuthor = <T>(author: Author | null, work: () => T): T => authors.run(author, work);

interface Connection {
  query: (sql: string, values: unknown[]) => Promise<unknown>;
  kangaAuthor?: string | undefined;
}
interface Client {
  acquireConnection: () => Promise<Connection>;
  releaseConnection: (connection: Connection) => Promise<unknown>;
}

/** Has each connection know, before anything is asked on it, in whose name that is: the database writes the book of changes itself. */
export function nameAuthors(db: Knex): Knex {
  const client = db.client as Client;
  const acquire = client.acquireConnection.bind(client);
  client.acquireConnection = async () => {
    const connection = await acquire();
    const author = authors.getStore();
    const name = author === null ? connection.kangaAuthor : JSON.stringify(author ?? KANGA);
    if (name === connection.kangaAuthor) return connection;
    try {
      await connection.query("SELECT set_config('kanga.acting', $1, false)", [name]);
    } catch (error) {
      await client.releaseConnection(connection);
      throw error;
    }
    connection.kangaAuthor = name;
    return connection;
  };
  return db;
}
