/** Brings one database up to date, as its owner, and ends. */
import { connect } from './database/connect.js';
import { migrate } from './database/migrate.js';

const setting = (name: string): string => process.env[name] ?? '';
const database = setting('BEACON_DATABASE');
const owner = connect(
  {
    port: Number(setting('BEACON_DATABASE_PORT')),
    user: setting('BEACON_DATABASE_USER'),
    password: setting('BEACON_DATABASE_PASSWORD'),
    database,
  },
  2,
);
try {
  await migrate(owner, database, setting('BEACON_APPLICATION_USER'));
} finally {
  await owner.destroy();
}
