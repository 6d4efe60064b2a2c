import { config } from 'zod/mini'

// The page's content security policy forbids code made from text, which Zod would try out as soon as a schema is made. To be
// imported before anything that makes one.
config({ jitless: true })
