export { decodedPictures } from './decodedPictures.ts'
export { PictureLoader } from './pictureLoader.ts'
export { picturesFor } from './picturesFor.ts'
