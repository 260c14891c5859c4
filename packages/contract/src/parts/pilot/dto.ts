import { OneOf } from '../../dto/decorators.js'
import { Figure } from '../../dto/figure.js'
import { PILOT_FORM_WORDS } from '../../words/option-labels.js'
import type { PilotGeometry } from '@plucky/core'

export class PilotDto implements PilotGeometry {
  @OneOf('Installation', ['replaces', 'sleeve'], PILOT_FORM_WORDS) form!: 'replaces' | 'sleeve'
  @Figure({ label: 'Diameter', unit: 'in', from: 0.3, to: 5 }) diameterM!: number
  @Figure({ label: 'Length added to stock pilot', unit: 'in', from: -1, to: 3 }) extensionM!: number
}
