const WHOLE = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 0 });

/** 10 912 */
export const money = (x: number): string => WHOLE.format(Math.round(x)).replaceAll(',', '\u2009');

/** 10 912.50, to the coin of its currency: what is signed or billed is not rounded. */
export const exact = (x: number, currency: string): string =>
  new Intl.NumberFormat('en-GB', { style: 'currency', currency, currencyDisplay: 'code' })
    .formatToParts(x)
    .filter((p) => p.type !== 'currency' && p.type !== 'literal')
    .map((p) => (p.type === 'group' ? '\u2009' : p.value))
    .join('');
