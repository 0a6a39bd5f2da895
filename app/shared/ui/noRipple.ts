/** In the place of PrimeVue's ripple, which is turned off here and would come with all that a directive needs. */
export default {}
