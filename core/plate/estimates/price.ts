import type { HouseRules } from '../../things/studio/house-rules.ts'
import type { Estimates } from './estimates.ts'

/** What a job costs the studio, in whole currency. */
export interface Price {
  paper: number
  /** Null while no ink of the printer has a price. */
  ink: number | null
  /** Null where the house rules give an hour no price. */
  hands: number | null
  sum: number
  /** The sum with tax; null where the house rules name none. */
  withTax: number | null
}

/** Paper, ink and hands of a job, by the studio's own prices. */
export function priceOf(
  { paperPrice, inkPrice, loadingMinutes, handsMinutes }: Pick<Estimates, 'paperPrice' | 'inkPrice' | 'loadingMinutes' | 'handsMinutes'>,
  { hourCents, tax }: Pick<HouseRules, 'hourCents' | 'tax'>,
): Price {
  const hands = hourCents === 0 ? null : ((loadingMinutes + handsMinutes) / 60) * (hourCents / 100)
  const sum = paperPrice + (inkPrice ?? 0) + (hands ?? 0)
  return { paper: paperPrice, ink: inkPrice, hands, sum, withTax: tax === 0 ? null : sum * (1 + tax) }
}

/**
 * “EUR 9.30: paper 4.20, ink 1.10, hands 4.00; with 19 % tax EUR 11.07”. What has no price is named as left out.
 * @param tax the share of tax, 0…1
 */
export function sayPrice({ paper, ink, hands, sum, withTax }: Price, { currency, tax }: Pick<HouseRules, 'currency' | 'tax'>): string {
  const parts = [
    `paper ${paper.toFixed(2)}`,
    ink === null ? 'ink without a price' : `ink ${ink.toFixed(2)}`,
    ...(hands === null ? [] : [`hands ${hands.toFixed(2)}`]),
  ]
  const taxed = withTax === null ? '' : `; with ${Number((tax * 100).toFixed(2))} % tax ${currency} ${withTax.toFixed(2)}`
  return `${currency} ${sum.toFixed(2)}: ${parts.join(', ')}${taxed}`
}
