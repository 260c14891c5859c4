import { answerFile } from './lib/answer-file.mjs'

answerFile('Usage: npm run -s ranges -- TRANSMISSION.json', ({ FileProblem, rangesOf, readUnitFile }, _shop, json) => {
  try {
    return { value: rangesOf(readUnitFile(json)) }
  } catch (error) {
    if (error instanceof FileProblem) return { errors: error.problems }
    throw error
  }
})
