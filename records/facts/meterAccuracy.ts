/** What a mains meter and a voltmeter at the load are worth, of their reading; standard uncertainty. Common practice. */
export const WATTS_STD_RATIO = 0.01;
/** What a clamp on a mains lead is worth, of its reading; standard uncertainty. Common practice: 2 to 3 % at 95 %. */
export const CLAMP_STD_RATIO = 0.015;
