/** How many cases a slow test tries: few in every run of the tests, and more with `npm run thorough`. */
export const cases = (few: number, more: number): number => (process.env['BATHYCLAST_THOROUGH'] ? more : few);
