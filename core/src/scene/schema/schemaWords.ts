import { config } from 'zod/mini'
import en from 'zod/v4/locales/en.js'

// The schemas are built of Zod's small functions, which come without words: what is wrong is said in English.
config(en())
