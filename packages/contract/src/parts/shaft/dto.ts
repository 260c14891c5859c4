import {
  HARDNESS_SCALES,
  HOLE_DUTIES,
  type HoleDuty,
  HOLE_EDGES,
  SPLINE_FITS,
  STEELS,
  SURFACES,
  type HardnessScale,
  type HoleEdge,
  type SplineFit,
  type Surface,
} from '@plucky/core'
import { IsOptional } from 'class-validator'
import { Label, OneOf, Shape, Shapes, Slug, YesNo } from '../../dto/decorators.js'
import {
  HARDNESS_ON_WORDS,
  HOLE_DUTY_WORDS,
  HOLE_EDGE_WORDS,
  RUN_OUT_WORDS,
  SPLINE_FIT_WORDS,
  SPLINE_MADE_WORDS,
  SPLINE_ROOT_WORDS,
  SURFACE_WORDS,
} from '../../words/option-labels.js'
import { Figure } from '../../dto/figure.js'
import type { CrossHole, ShaftGeometry, ShaftSection, Spline } from '@plucky/core'
import { CertifiedSteelDto } from '../../dto/steel.dto.js'
import { FilletWeldDto } from '../../dto/joints.dto.js'
import { PressJointDto } from '../../dto/joints.dto.js'
import { STEEL_WORDS } from '../../dto/steel-names.js'

export class SplineDto implements Spline {
  @Figure({ label: 'Spline teeth', from: 6, to: 120, whole: true }) teeth!: number
  @Figure({ label: 'Spline pitch', unit: 'mm module', from: 0.2, to: 6 }) moduleM!: number
  @OneOf('Spline root', ['fillet', 'flat'], SPLINE_ROOT_WORDS) root!: 'fillet' | 'flat'
  @IsOptional() @OneOf('Spline fit', SPLINE_FITS, SPLINE_FIT_WORDS) fit?: SplineFit
  @IsOptional() @OneOf('Spline made by', ['cut', 'rolled'], SPLINE_MADE_WORDS) made?: 'cut' | 'rolled'
  @IsOptional() @OneOf('Spline runout', ['sharp', 'faded'], RUN_OUT_WORDS) runOut?: 'sharp' | 'faded'
  @IsOptional() @Slug('Mates with part at station') mate?: string
}

export class HardnessDto {
  @OneOf('Hardness scale', HARDNESS_SCALES) scale!: HardnessScale
  @Figure({ label: 'Measured hardness', from: 1, to: 800 }) value!: number
  @OneOf('Measured at', ['surface', 'core'], HARDNESS_ON_WORDS) on!: 'surface' | 'core'
}

export class CrossHoleDto implements CrossHole {
  @Label('Hole name', 40) name!: string
  @Figure({ label: 'Hole position from front', unit: 'in', from: 0, to: 60 }) fromFrontM!: number
  @Figure({ label: 'Hole diameter', unit: 'in', from: 0.01, to: 2 }) diameterM!: number
  @IsOptional() @Figure({ label: 'Number of drillings', from: 1, to: 4, whole: true }) drillings?: number
  @IsOptional() @OneOf('Hole edge', HOLE_EDGES, HOLE_EDGE_WORDS) edge?: HoleEdge
  @IsOptional() @OneOf('Oil for', HOLE_DUTIES, HOLE_DUTY_WORDS) duty?: HoleDuty
}

export class GrooveDto {
  @Label('Groove name', 40) name!: string
  @Figure({ label: 'Groove position from front', unit: 'in', from: 0, to: 60 }) fromFrontM!: number
  @Figure({ label: 'Groove width', unit: 'in', from: 0, to: 4, above: true }) widthM!: number
  @Figure({ label: 'Groove root diameter', unit: 'in', from: 0.05, to: 8 }) bottomDiameterM!: number
  @Figure({ label: 'Groove root radius', unit: 'in', from: 0.0005, to: 1 }) radiusM!: number
  @IsOptional() @YesNo('Carries a sealing ring') ring?: boolean
}

export class BushingDto {
  @Label('Bushing name', 40) name!: string
  @Figure({ label: 'Bushing front end from front', unit: 'in', from: 0, to: 60 }) fromFrontM!: number
  @Figure({ label: 'Bushing length', unit: 'in', from: 0, to: 20, above: true }) lengthM!: number
  @Figure({ label: 'Bushing bore', unit: 'in', from: 0.05, to: 8 }) boreDiameterM!: number
}

export class ShaftSectionDto implements ShaftSection {
  @Label('Section name', 40) name!: string
  @Figure({ label: 'Diameter', unit: 'in', from: 0.1, to: 8 }) outerDiameterM!: number
  @Figure({ label: 'Bore', unit: 'in', from: 0, to: 8 }) boreDiameterM!: number
  @Figure({ label: 'Length', unit: 'in', from: 0, to: 60, above: true }) lengthM!: number
  @IsOptional() @Shape('Spline', () => SplineDto) spline?: SplineDto
  @IsOptional() @Figure({ label: 'Cross hole at mid-section', unit: 'in', from: 0, to: 2 }) crossHoleDiameterM?: number
  @IsOptional() @Figure({ label: 'Fillet radius at rear step', unit: 'in', from: 0, to: 2 }) filletRadiusM?: number
  @IsOptional() @YesNo('Carries no torque') idle?: boolean
}

export class ShaftDto implements ShaftGeometry {
  @OneOf('Steel', STEELS.map((steel) => steel.id), STEEL_WORDS) steelId!: string
  @IsOptional() @Shape('Material certificate', () => CertifiedSteelDto) certified?: CertifiedSteelDto
  @Figure({ label: 'Case depth', unit: 'in', from: 0, to: 1 }) caseDepthM!: number
  @IsOptional() @OneOf('Surface', SURFACES, SURFACE_WORDS) surface?: Surface
  @Shapes('Sections', () => ShaftSectionDto, { least: 1, most: 30 })
  sections!: ShaftSectionDto[]
  @IsOptional() @Shapes('Cross holes', () => CrossHoleDto, { most: 20 }) holes?: CrossHoleDto[]
  @IsOptional() @Shapes('Grooves', () => GrooveDto, { most: 20 }) grooves?: GrooveDto[]
  @IsOptional() @Shapes('Bushings', () => BushingDto, { most: 6 }) bushings?: BushingDto[]
  @IsOptional() @Shapes('Welds', () => FilletWeldDto, { most: 8 }) welds?: FilletWeldDto[]
  @IsOptional() @Shapes('Press fits', () => PressJointDto, { most: 4 }) presses?: PressJointDto[]
  @IsOptional() @Shape('Hardness test', () => HardnessDto) hardness?: HardnessDto
}
