import { defineConfig } from '@playwright/test'
import base from './playwright.config.js'

export default defineConfig({ ...base, testMatch: '*.bench.ts', workers: 1, reporter: [['line']] })
