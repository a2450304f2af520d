/**
 * How many times as many cases a test tries as in the usual run: `THOROUGH=5 npm run unit` takes five times the time.
 */
export const THOROUGH = Math.max(1, Math.floor(Number(process.env['THOROUGH'] ?? 1)) || 1);
