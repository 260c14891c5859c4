import type { JobPageProps } from '../app/JobLayout.js'
import { LineScreen } from './PowerFlowScreen.js'
import { NoStations } from './NoStations.js'

/** The home page of a job; a transmission without stations says how to get them. */
export const PowerFlow = ({ content, unit }: JobPageProps) =>
  unit.stations.length > 0 ? <LineScreen content={content} unit={unit} /> : <NoStations unit={unit} />
