/** Whether all tests run (`npm run test:all`): also those that are slow and rarely break. */
export const runsAll = process.env.PEBBLEBROOK_TESTS === 'all'
