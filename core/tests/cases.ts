/** What a slow test tries: few cases in every run of the tests, and more with `npm run thorough`. */
export const cases = <T>(few: T, more: T): T => (process.env['BATHYCLAST_THOROUGH'] ? more : few);
