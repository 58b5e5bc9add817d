import { z } from 'zod'
import { defineCalculation } from '../define'
import { cylinderNumber, refuseTwice } from '../schema'

const chance = z.number('must be a chance').min(0, 'cannot be below 0').max(1, 'cannot be above 1')
const money = z.number('must be an amount').min(0, 'cannot be below zero').max(1e9, 'is too much')

export const chooseRenewalsInput = z
  .strictObject({
    cylinders: z
      .array(z.strictObject({ cylinder: cylinderNumber, failChance: chance }))
      .min(1, 'needs at least one cylinder')
      .max(99),
    renewedFailChance: chance,
    alwaysRenew: z.array(cylinderNumber).max(99),
    cost: z.strictObject({ openUpAgain: money, downtime: money, linerParts: money, linerLabour: money }),
  })
  .superRefine((input, context) => {
    const numbers = input.cylinders.map((c) => c.cylinder)
    refuseTwice(
      numbers,
      context,
      (i) => ['cylinders', i, 'cylinder'],
      (n) => `cylinder ${n} is given twice`,
    )
    refuseTwice(
      input.alwaysRenew,
      context,
      (i) => ['alwaysRenew', i],
      (n) => `cylinder ${n} is named twice`,
    )
    input.alwaysRenew.forEach((n, i) => {
      if (!numbers.includes(n))
        context.addIssue({
          code: 'custom',
          message: `cylinder ${n} is not among the cylinders`,
          path: ['alwaysRenew', i],
        })
    })
  })

export interface RenewalOption {
  renew: number[]
  nowCost: number
  comebackChance: number
  expectedCost: number
}

/**
 * One liner, some or all: what each choice costs now and on the average, with the chance
 * that the engine comes back. Must-renew first, then by falling chance of failing.
 *
 * @returns the options from the fewest renewed to all, and the index of the cheapest (the fewest of equals)
 */
export function chooseRenewals(input: z.infer<typeof chooseRenewalsInput>): {
  options: RenewalOption[]
  cheapest: number
} {
  const { cost, renewedFailChance } = input
  const must = new Set(input.alwaysRenew)
  const order = [...input.cylinders].sort(
    (a, b) =>
      Number(must.has(b.cylinder)) - Number(must.has(a.cylinder)) ||
      b.failChance - a.failChance ||
      a.cylinder - b.cylinder,
  )
  const each = cost.linerParts + cost.linerLabour
  const options = Array.from({ length: order.length - must.size + 1 }, (_, i) => {
    const k = must.size + i
    const chances = order.map((c, at) => (at < k ? renewedFailChance : c.failChance))
    const comebackChance = 1 - chances.reduce((product, p) => product * (1 - p), 1)
    const again = chances.reduce((sum, p) => sum + p, 0) * each
    const nowCost = k * each
    return {
      renew: order
        .slice(0, k)
        .map((c) => c.cylinder)
        .sort((a, b) => a - b),
      nowCost,
      comebackChance,
      expectedCost: nowCost + comebackChance * (cost.openUpAgain + cost.downtime) + again,
    }
  })
  const cheapest = options.reduce(
    (best, option, i) => (option.expectedCost < options[best]!.expectedCost - 1e-9 ? i : best),
    0,
  )
  return { options, cheapest }
}

export const chooseRenewalsCalculation = defineCalculation(
  'choose-renewals',
  'Renew one liner, some or all: cost now, cost expected and the chance of a comeback.',
  chooseRenewalsInput,
  chooseRenewals,
)
