import { LINED_FACES, PACK_LININGS, PLATE_KINDS, type LinedFaces, type PackLining, type PlateKind } from '@plucky/core'
import { IsOptional } from 'class-validator'
import { Label, OneOf, Shape, Shapes, YesNo } from '../../dto/decorators.js'
import { GROOVE_WORDS, LINED_FACES_WORDS, PACK_LINING_WORDS, PLATE_KIND_WORDS } from '../../words/option-labels.js'
import { Figure } from '../../dto/figure.js'
import type { PackGeometry, PackStack, Plate } from '@plucky/core'
import { FilletWeldDto } from '../../dto/joints.dto.js'
import { HubSplineDto } from '../../dto/joints.dto.js'
import { PistonChamberDto } from '../../dto/piston.dto.js'

export class PlateDto implements Plate {
  @OneOf('Plate type', PLATE_KINDS, PLATE_KIND_WORDS) kind!: PlateKind
  @Figure({ label: 'Plate thickness', unit: 'mm', from: 0.4, to: 20 }) thicknessM!: number
  @IsOptional() @OneOf('Friction side', LINED_FACES, LINED_FACES_WORDS) lining?: LinedFaces
  @IsOptional() @OneOf('Splined to', ['hub', 'drum'], { hub: 'the hub', drum: 'the drum' }) turnsWith?: 'hub' | 'drum'
  @IsOptional() @OneOf('Groove direction, hub rotation', ['forward', 'backward'], GROOVE_WORDS) grooves?: 'forward' | 'backward'
}

export class SelectiveDto {
  @Figure({ label: 'Size', unit: 'mm', from: 0.4, to: 20 }) thicknessM!: number
}

export class PackStackDto implements PackStack {
  @Shapes('Plates, piston to snap ring', () => PlateDto, { least: 1, most: 60 }) plates!: PlateDto[]
  @Figure({ label: 'Drum depth', unit: 'mm', from: 5, to: 300 }) drumDepthM!: number
  @Figure({ label: 'Piston height', unit: 'mm', from: 1, to: 150 }) pistonHeightM!: number
  @IsOptional() @Figure({ label: 'Minimum piston height after machining', unit: 'mm', from: 1, to: 150 }) pistonLeastHeightM?: number
  @Figure({ label: 'Snap ring thickness', unit: 'mm', from: 0.5, to: 8 }) ringThicknessM!: number
  @Figure({ label: 'Snap ring groove width', unit: 'mm', from: 0.5, to: 10 }) ringGrooveM!: number
  @IsOptional() @Shapes('Selective snap rings', () => SelectiveDto, { most: 12 }) selectiveRings?: SelectiveDto[]
  @IsOptional() @Shapes('Selective backing plates', () => SelectiveDto, { most: 12 }) selectiveBackings?: SelectiveDto[]
  @IsOptional() @Figure({ label: 'Clearance, min', unit: 'in', from: 0, to: 0.4 }) leastClearanceM?: number
  @IsOptional() @Figure({ label: 'Clearance, max', unit: 'in', from: 0, to: 0.4 }) mostClearanceM?: number
}

export class PackDto implements PackGeometry {
  @Figure({ label: 'Friction face inner radius', unit: 'mm', from: 5, to: 400 }) liningInnerRadiusM!: number
  @Figure({ label: 'Friction face outer radius', unit: 'mm', from: 5, to: 400 }) liningOuterRadiusM!: number
  @Figure({ label: 'Friction plates', from: 1, to: 16, whole: true }) linedPlates!: number
  @Figure({ label: 'Friction sides per plate', from: 1, to: 2, whole: true }) facesPerPlate!: 1 | 2
  @Figure({ label: 'Static friction coefficient, hot', from: 0.03, to: 0.5 }) hotStaticFriction!: number
  @Shapes('Piston areas', () => PistonChamberDto, { least: 1, most: 4 })
  chambers!: PistonChamberDto[]
  @Figure({ label: 'Return spring force', unit: 'N', from: 0, to: 10000 }) returnSpringN!: number
  @Figure({ label: 'Wave plate force', unit: 'N', from: 0, to: 5000 }) cushionN!: number
  @Figure({ label: 'Sealing ring pressure loss', unit: 'psi', from: 0, to: 60 }) ringLossPa!: number
  @IsOptional() @Figure({ label: 'Feed orifice diameter', unit: 'mm', from: 0.5, to: 20 }) feedDiameterM?: number
  @IsOptional() @Figure({ label: 'Equivalent leak orifice, sealing rings', unit: 'mm', from: 0, to: 10 }) ringLeakDiameterM?: number
  @IsOptional() @YesNo('Sealing ring bore grooved') boreGrooved?: boolean
  @IsOptional() @Figure({ label: 'Clutch clearance', unit: 'in', from: 0, to: 0.4 }) clearanceM?: number
  @IsOptional() @Figure({ label: 'Inner radius of centrifugal oil', unit: 'mm', from: 0, to: 400 }) oilFillRadiusM?: number
  @YesNo('Balance dam (centrifugal oil canceled)') balanced!: boolean
  @Figure({ label: 'Friction plate thickness', unit: 'mm', from: 0.5, to: 6 }) platesThicknessM!: number
  @Figure({ label: 'Steel plate thickness', unit: 'mm', from: 0.5, to: 8 }) steelThicknessM!: number
  @IsOptional() @OneOf('Friction material', PACK_LININGS, PACK_LINING_WORDS) lining?: PackLining
  @IsOptional() @Shape('Stack', () => PackStackDto) stack?: PackStackDto
  @IsOptional() @Label('Sealing ring left out', 60) ringLeftOut?: string
  @IsOptional() @Shapes('Welds', () => FilletWeldDto, { most: 8 }) welds?: FilletWeldDto[]
  @IsOptional() @Shapes('Internal splines', () => HubSplineDto, { most: 6 }) splines?: HubSplineDto[]
}
