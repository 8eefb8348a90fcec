import pino from 'pino';

/** The server's log: ids, kinds and codes only, never a person's data or a secret. */
export const log = pino({ level: process.env.LOG_LEVEL ?? 'info', base: null });
