import { TestEnvironment } from 'jest-environment-jsdom'

/** jsdom environment with the browser functions that jsdom lacks. */
export default class BrowserEnvironment extends TestEnvironment {
  async setup() {
    await super.setup()
    this.global.structuredClone = globalThis.structuredClone
  }
}
