import { TestEnvironment } from 'jest-environment-jsdom'

/** The document of a browser, with what browsers have and this environment leaves out. */
export default class BrowserEnvironment extends TestEnvironment {
  async setup() {
    await super.setup()
    this.global.structuredClone = globalThis.structuredClone
  }
}
