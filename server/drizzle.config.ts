/** Where the generator of migrations finds the tables, seen from the repository's root. */
export default {
  dialect: 'postgresql',
  schema: './server/store/schema.ts',
  out: './server/store/migrations',
}
