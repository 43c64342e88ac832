/** How many cases a test makes: all of them in `npm run test:thorough`, enough to see what is broken in `npm test`. */
export const cases = (thorough: number, quick: number): number => (process.env.ARCH_THOROUGH ? thorough : quick)
