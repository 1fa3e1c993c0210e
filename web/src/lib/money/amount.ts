const WHOLE = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 0 });

/** 10 912 */
export const money = (x: number): string => WHOLE.format(Math.round(x)).replaceAll(',', '\u2009');
