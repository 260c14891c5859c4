// A slow machine is no failure: what hangs is still ended, only later.
jest.setTimeout(120_000)
