import { demoShop } from '@plucky/demo'

/** The made-up shop. Runs in a worker thread, because reading it takes a second or two. */
export default function readDemo() {
  const { units, shelf, operations, kits, jobs } = demoShop()
  return { units, shelf, operations, kits, jobs }
}
