import { answerFile } from './lib/answer-file.mjs'

answerFile('Name a job file: npm run -s evaluate -- FILE', ({ readJob, evaluation }, shop, json) => {
  const read = readJob(json, shop.lookup)
  return read.ok ? { value: evaluation(read.value) } : { errors: read.problems }
})
