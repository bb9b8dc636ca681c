/** Letters with links, where whoever runs the server has set up mail. */
export * from './letters';
export * from './mailbox';
export * from './post';
