import type { EngineKind, Launch, UpperRangeStart, Use } from '@plucky/core'

export const USE_WORDS: Record<Use, string> = {
  road: 'road',
  tow: 'towing',
  drag: 'drag strip',
  'off-road': 'sand and off-road',
  circuit: 'circuit',
  'hill-climb': 'hill climb',
  'speed-trial': 'top-speed trial',
  work: 'work machine',
}
export const LAUNCH_WORDS: Record<Launch, string> = {
  rolling: 'rolling, no held stall',
  'brake-stall': 'held on the brake',
  flash: 'flashed from idle',
  'trans-brake': 'trans-brake',
  regrip: 'wheels spin and grip again',
  dump: 'dropped in from neutral',
}
export const KIND_WORDS: Record<EngineKind, string> = {
  petrol: 'petrol',
  'petrol-turbo': 'petrol, turbo',
  'petrol-supercharged': 'petrol, supercharged',
  diesel: 'diesel',
}
export const START_WORDS: Record<UpperRangeStart, string> = {
  'after-shift': 'from where a shift at redline lands',
  'from-rest': 'from rest: started or lugged in that range',
}

/** The launch that goes with a use, until the brief says otherwise (common practice, no source). */
export const LAUNCH_FOR: Record<Use, Launch> = {
  road: 'rolling',
  tow: 'rolling',
  drag: 'trans-brake',
  'off-road': 'regrip',
  circuit: 'rolling',
  'hill-climb': 'brake-stall',
  'speed-trial': 'rolling',
  work: 'regrip',
}
