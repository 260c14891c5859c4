import { IsOptional } from 'class-validator'
import { Label, OneOf, Shapes } from '../../dto/decorators.js'
import { Figure } from '../../dto/figure.js'
import { LOCKUP_EXHAUSTS, LUBE_NODES, type LockupExhaust, type LubeNode } from '@plucky/core'
import { LOCKUP_EXHAUST_WORDS, LUBE_NODE_WORDS } from '../../words/option-labels.js'
import type { LubeBranch, ValvesGeometry } from '@plucky/core'

export class LubeBranchDto implements LubeBranch {
  @Label('Circuit name', 40) name!: string
  @OneOf('Fed from', LUBE_NODES, LUBE_NODE_WORDS) branchesAt!: LubeNode
  @Figure({ label: 'Orifice diameter', unit: 'mm', from: 0, to: 12 }) diameterM!: number
  @IsOptional() @Label('Rotating member', 40) member?: string
  @IsOptional() @Figure({ label: 'Exit radius', unit: 'mm', from: 0, to: 200 }) radiusM?: number
  @Figure({ label: 'Oil needed per rev', unit: 'in³', from: 0, to: 1 }) needPerTurnM3!: number
}

export class ValvesDto implements ValvesGeometry {
  @Figure({ label: 'Regulator land diameter', unit: 'mm', from: 3, to: 60 }) landDiameterM!: number
  @Figure({ label: 'Regulator spring rate', unit: 'N/mm', from: 0.1, to: 100 }) springRateNPerM!: number
  @Figure({ label: 'Regulator spring preload (compression)', unit: 'mm', from: 0, to: 80 }) springCompressionM!: number
  @IsOptional() @Figure({ label: 'Regulator spring shim', unit: 'mm', from: 0, to: 20 }) springShimM?: number
  @Figure({ label: 'Boost valve diameter', unit: 'mm', from: 0, to: 60 }) boostDiameterM!: number
  @IsOptional() @Figure({ label: 'Reverse boost land diameter', unit: 'mm', from: 0, to: 60 }) reverseDiameterM?: number
  @IsOptional() @Figure({ label: 'Manual-low boost land diameter', unit: 'mm', from: 0, to: 60 }) lowDiameterM?: number
  @Figure({ label: 'Throttle (TV) pressure, closed', unit: 'psi', from: 0, to: 200 }) signalIdlePa!: number
  @Figure({ label: 'Throttle (TV) pressure, full throttle', unit: 'psi', from: 0, to: 300 }) signalFullPa!: number
  @Figure({ label: 'Relief valve seat diameter', unit: 'mm', from: 2, to: 40 }) reliefSeatDiameterM!: number
  @Figure({ label: 'Relief spring rate', unit: 'N/mm', from: 0.5, to: 200 }) reliefRateNPerM!: number
  @Figure({ label: 'Relief spring preload (compression)', unit: 'mm', from: 0, to: 60 }) reliefCompressionM!: number
  @IsOptional() @Figure({ label: 'Relief spring shim', unit: 'mm', from: 0, to: 20 }) reliefShimM?: number
  @Figure({ label: 'Equivalent leak orifice, valve body', unit: 'mm', from: 0, to: 10 }) leakDiameterM!: number
  @Figure({ label: 'Converter feed orifice', unit: 'mm', from: 0.5, to: 20 }) converterFeedDiameterM!: number
  @Figure({ label: 'Converter charge pressure limit', unit: 'psi', from: 5, to: 300 }) converterLimitPa!: number
  @IsOptional() @OneOf('Lockup release oil drains', LOCKUP_EXHAUSTS, LOCKUP_EXHAUST_WORDS) lockupExhaust?: LockupExhaust
  @IsOptional() @Figure({ label: 'Lockup exhaust orifice', unit: 'mm', from: 0.5, to: 20 }) lockupExhaustDiameterM?: number
  @Figure({ label: 'Equivalent cooler orifice', unit: 'mm', from: 0.5, to: 20 }) coolerDiameterM!: number
  @OneOf('Cooler return', LUBE_NODES, LUBE_NODE_WORDS) coolerInto!: LubeNode
  @Figure({ label: 'Front-to-center passage diameter', unit: 'mm', from: 0, to: 20 }) passageDiameterM!: number
  @Shapes('Lubrication', () => LubeBranchDto, { most: 16 }) lubes!: LubeBranchDto[]
}
