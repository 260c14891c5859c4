import type { GearRange, GearTrain } from '@plucky/core'

/** Names that need the word "gear": "first" becomes "first gear"; "reverse", "overdrive" and "gear 7" do not change. */
const NEEDS_GEAR = /^(first|second|third|fourth|fifth|sixth|seventh|eighth|ninth|tenth|low|high|top|\d+(st|nd|rd|th))$/i

/** A gear in words: "first gear", "reverse". */
export const gearWords = ({ name }: Pick<GearRange, 'name'>): string => (NEEDS_GEAR.test(name) ? `${name} gear` : name)

/** The same by the id of the gear; the id itself if the train has no such gear. */
export function gearName(train: GearTrain, id: string): string {
  const range = train.ranges.find((one) => one.id === id)
  return range ? gearWords(range) : id
}
