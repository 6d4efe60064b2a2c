export { decodedPictures } from './decodedPictures.ts'
export { decodePicture } from './decodePicture.ts'
export { PictureLoader } from './pictureLoader.ts'
