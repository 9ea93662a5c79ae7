import { defineConfig } from 'drizzle-kit';

/** For `npm run migration`: writes the next migration from what changed in the schema. */
export default defineConfig({
  dialect: 'postgresql',
  schema: './src/db/schema/index.ts',
  out: './src/db/migrations',
});
