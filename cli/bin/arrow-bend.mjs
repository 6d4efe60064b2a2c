#!/usr/bin/env node
import { bundled } from './bundled.mjs'

const { main } = await import(await bundled())
process.exitCode = await main(process.argv.slice(2))
