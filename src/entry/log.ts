import 'server-only';
import pino from 'pino';

/** The log goes to standard error, a line an event; standard output says when the server answers. */
export const processLog = pino({ base: null }, pino.destination({ dest: 2, sync: true }));
