/** Said when a database server is not what it should be; nothing of it is changed. */
export class ServerUnusable extends Error {}
