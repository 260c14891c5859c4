import { answerFile } from './lib/answer-file.mjs'

answerFile('Usage: npm run -s evaluate -- JOB.json', ({ readJob, evaluation }, shop, json) => {
  const read = readJob(json, shop.lookup)
  return read.ok ? { value: evaluation(read.value) } : { errors: read.problems }
})
