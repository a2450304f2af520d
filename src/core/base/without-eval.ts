import { config } from 'zod';

/**
 * The page's rules forbid text to be run as code, and Zod tries whether it may when the first schema is made, which the
 * browser notes as a breach of them. So it is told not to try. This is imported before anything that makes a schema.
 */
config({ jitless: true });
