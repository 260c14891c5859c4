import { fault, type Fault } from '../quantity/fault.js'
import { assemblyFaults } from './assembly.js'
import { CASE, type GearTrain } from './train.js'

/** Everything that keeps a gear train from being solved: unbuildable sets, unknown or repeated names, one-ways without a sense. */
export function trainFaults(train: GearTrain): Fault[] {
  const known = new Set([...train.members, CASE])
  const faults = train.sets.flatMap((set, i) => assemblyFaults(set, `sets.${i}`))
  const uses = (path: string, ...names: string[]) =>
    names.forEach((name) => known.has(name) || faults.push(fault('member-unknown', path, { member: name })))
  uses('input', train.input)
  uses('output', train.output)
  train.sets.forEach((set, i) => uses(`sets.${i}`, set.sun, set.ring, set.carrier))
  train.joints.forEach((joint, i) => uses(`joints.${i}`, joint.a, joint.b))
  train.elements.forEach((element, i) => {
    uses(`elements.${i}`, element.a, element.b, element.pistonOn ?? CASE)
    if (element.kind === 'one-way' && !element.holds)
      faults.push(fault('one-way-without-sense', `elements.${i}.holds`, { element: element.id }))
  })
  const ids = new Set(train.elements.map((element) => element.id))
  train.ranges.forEach((range, i) =>
    range.on.forEach((id) => ids.has(id) || faults.push(fault('element-unknown', `ranges.${i}.on`, { range: range.id, element: id }))),
  )
  const names = [...train.sets, ...train.joints, ...train.elements].map((thing) => thing.id)
  names.forEach((name, i) => names.indexOf(name) !== i && faults.push(fault('name-repeated', 'train', { name })))
  return faults
}
