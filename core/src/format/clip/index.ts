export { isKeyClip, readKeyClip, writeKeyClip } from './keyClipText.ts'
