import { OneOf } from '../../dto/decorators.js'
import { Figure } from '../../dto/figure.js'
import { BOLTED_JOINT_WORDS } from '../../words/option-labels.js'
import { BOLT_GRADES, type BoltSetGeometry } from '@plucky/core'

const GRADE_WORDS = Object.fromEntries(BOLT_GRADES.map(({ id, name }) => [id, name]))
const GRADES = BOLT_GRADES.map(({ id }) => id)

export class BoltSetDto implements BoltSetGeometry {
  @OneOf('Bolts for', ['crank', 'converter'], BOLTED_JOINT_WORDS) joint!: 'crank' | 'converter'
  @Figure({ label: 'Quantity', from: 2, to: 48, whole: true }) pieces!: number
  @Figure({ label: 'Bolt diameter', unit: 'in', from: 0.2, to: 1 }) diameterM!: number
  @Figure({ label: 'Thread pitch', unit: 'mm pitch', from: 0.4, to: 4 }) pitchM!: number
  @OneOf('Grade', GRADES, GRADE_WORDS) gradeId!: string
  @Figure({ label: 'Length under head', unit: 'in', from: 0.2, to: 6 }) lengthM!: number
  @Figure({ label: 'Head height', unit: 'in', from: 0.05, to: 1.5 }) headHeightM!: number
  @Figure({ label: 'Tightening torque', unit: 'lb-ft', from: 1, to: 500 }) tighteningTorqueNm!: number
  @Figure({ label: 'Nut factor', from: 0.08, to: 0.4 }) nutFactor!: number
}
