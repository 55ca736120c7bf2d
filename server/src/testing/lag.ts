/** A node that is behind: it has long to do with what another one committed, and everything later waits its turn. */
import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { connect } from '../database/connect.js';
import { ownerOf } from './shop.js';

export class Lag {
  private constructor(
    private readonly db: Knex,
    private readonly name: string,
  ) {}

  /** A table of many rows, made at the first node, which will be ahead, and on every other one. */
  static async open(): Promise<Lag> {
    const name = `beacon_spec_lag_${randomUUID().slice(0, 8)}`;
    const first = connect(ownerOf(''), 1);
    await first.raw(`CREATE DATABASE \`${name}\``);
    await first.destroy();
    const db = connect(ownerOf(name), 1);
    // Without a key, whoever takes over a change of a row looks for it from the first one on.
    await db.raw('CREATE TABLE much (n INT, filled CHAR(36) NOT NULL) CHARACTER SET ascii');
    await db.raw("INSERT INTO much SELECT seq, '' FROM seq_1_to_4000");
    return new Lag(db, name);
  }

  /** Changes every row at the node ahead. Once it is done, the others have yet to begin. */
  async begin(): Promise<void> {
    await this.db.raw('UPDATE much SET filled = UUID()');
  }

  async close(): Promise<void> {
    await this.db.raw(`DROP DATABASE \`${this.name}\``);
    await this.db.destroy();
  }
}
