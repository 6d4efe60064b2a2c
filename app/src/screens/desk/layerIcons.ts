import { AudioLines, Circle, Film, Group, Image, PenTool, PictureInPicture2, Square, Type } from '@lucide/vue'
import type { Component } from 'vue'
import type { LayerKind } from '@arrow-bend/core/scene'

/** The mark of each kind of layer in lists and tools. */
export const LAYER_ICONS: Readonly<Record<LayerKind, Component>> = {
  rectangle: Square,
  ellipse: Circle,
  path: PenTool,
  text: Type,
  image: Image,
  clip: Film,
  sound: AudioLines,
  scene: PictureInPicture2,
  group: Group,
}
