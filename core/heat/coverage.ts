/** Half of a band that holds nineteen times in twenty, over its standard uncertainty. @see JCGM 100, 6.2 */
export const COVERAGE = 1.96;
