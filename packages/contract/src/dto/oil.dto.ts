import { LUBE_NODES, type LubeNode } from '@plucky/core'
import { IsOptional } from 'class-validator'
import { LUBE_NODE_WORDS } from '../words/choices.js'
import { Label, OneOf, Shapes } from './decorators.js'
import { Figure } from './figure.js'

export class PumpDto {
  @Figure({ label: 'Oil moved in a turn', unit: 'in³', from: 0.1, to: 20 }) displacementM3!: number
  @Figure({ label: 'Side clearance', unit: 'in', from: 0, to: 0.02 }) sideClearanceM!: number
  @IsOptional() @Figure({ label: 'Gap, width over length', from: 2, to: 400 }) leakPath?: number
  @IsOptional() @Figure({ label: 'Mechanical efficiency', from: 0.3, to: 1 }) mechanicalEfficiency?: number
}

export class LubeBranchDto {
  @Label('Name of the branch', 40) name!: string
  @OneOf('Branches off', LUBE_NODES, LUBE_NODE_WORDS) branchesAt!: LubeNode
  @Figure({ label: 'Hole of the branch', unit: 'mm', from: 0, to: 12 }) diameterM!: number
  @IsOptional() @Label('Flung out by member', 40) member?: string
  @IsOptional() @Figure({ label: 'Radius at which it leaves', unit: 'mm', from: 0, to: 200 }) radiusM?: number
  @Figure({ label: 'Oil it needs in a turn', unit: 'in³', from: 0, to: 1 }) needPerTurnM3!: number
}

export class ValvesDto {
  @Figure({ label: 'Land of the regulator', unit: 'mm', from: 3, to: 60 }) landDiameterM!: number
  @Figure({ label: 'Rate of the regulator spring', unit: 'N/mm', from: 0.1, to: 100 }) springRateNPerM!: number
  @Figure({ label: 'Pressed together', unit: 'mm', from: 0, to: 80 }) springCompressionM!: number
  @IsOptional() @Figure({ label: 'Shim under the spring', unit: 'mm', from: 0, to: 20 }) springShimM?: number
  @Figure({ label: 'Boost valve', unit: 'mm', from: 0, to: 60 }) boostDiameterM!: number
  @IsOptional() @Figure({ label: 'Land for reverse oil', unit: 'mm', from: 0, to: 60 }) reverseDiameterM?: number
  @IsOptional() @Figure({ label: 'Land for low by hand', unit: 'mm', from: 0, to: 60 }) lowDiameterM?: number
  @Figure({ label: 'Throttle signal, shut', unit: 'psi', from: 0, to: 200 }) signalIdlePa!: number
  @Figure({ label: 'Throttle signal, wide open', unit: 'psi', from: 0, to: 300 }) signalFullPa!: number
  @Figure({ label: 'Seat of the relief valve', unit: 'mm', from: 2, to: 40 }) reliefSeatDiameterM!: number
  @Figure({ label: 'Rate of the relief spring', unit: 'N/mm', from: 0.5, to: 200 }) reliefRateNPerM!: number
  @Figure({ label: 'Relief spring pressed together', unit: 'mm', from: 0, to: 60 }) reliefCompressionM!: number
  @IsOptional() @Figure({ label: 'Shim under the relief spring', unit: 'mm', from: 0, to: 20 }) reliefShimM?: number
  @Figure({ label: 'Hole that leaks as the valves', unit: 'mm', from: 0, to: 10 }) leakDiameterM!: number
  @Figure({ label: 'Feed of the converter', unit: 'mm', from: 0.5, to: 20 }) converterFeedDiameterM!: number
  @Figure({ label: 'Most that the converter is given', unit: 'psi', from: 5, to: 300 }) converterLimitPa!: number
  @Figure({ label: 'Hole that passes as the cooler', unit: 'mm', from: 0.5, to: 20 }) coolerDiameterM!: number
  @OneOf('Oil comes back from the cooler', LUBE_NODES, LUBE_NODE_WORDS) coolerInto!: LubeNode
  @Figure({ label: 'Passage from front to middle', unit: 'mm', from: 0, to: 20 }) passageDiameterM!: number
  @Shapes('Lubrication', () => LubeBranchDto, { most: 16 }) lubes!: LubeBranchDto[]
}
