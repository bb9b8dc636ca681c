/** The way to PostgreSQL: connections, transactions for a member, rows by schema, errors as refusals. */
export * from './pool';
export * from './queries';
export * from './queue';
export * from './refusal';
export * from './transaction';
