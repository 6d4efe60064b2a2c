import fc from 'fast-check'

/** The seed of all property tests, so that a run of the tests can be repeated; PROPERTY_SEED tries others. */
const SEED = 20_261_129

fc.configureGlobal({ seed: Number(process.env.PROPERTY_SEED ?? SEED) })
