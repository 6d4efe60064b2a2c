import base from './vite.config.ts'
const plugins = (base as any).plugins.flat().filter((p: any) => !/budget|compress/i.test(p?.name ?? ''))
export default { ...(base as any), plugins, build: { ...(base as any).build, minify: false } }
