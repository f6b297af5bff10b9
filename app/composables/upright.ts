const LONGEST_PX = 2400

/**
 * The photo turned the right way (by what the camera noted, and by so many quarters more), no longer than
 * 2400 px, as a JPEG without anything else that the camera noted. Rejects for what isn't a picture.
 */
export async function upright(photo: Blob, quarters = 0): Promise<Blob> {
  const bitmap = await createImageBitmap(photo, { imageOrientation: 'from-image' })
  const scale = Math.min(1, LONGEST_PX / Math.max(bitmap.width, bitmap.height))
  const [width, height] = [Math.round(bitmap.width * scale), Math.round(bitmap.height * scale)]
  const canvas = document.createElement('canvas')
  const turned = quarters % 2 === 1
  canvas.width = turned ? height : width
  canvas.height = turned ? width : height
  const pen = canvas.getContext('2d')
  if (!pen) throw new Error('This browser can’t draw.')
  pen.translate(canvas.width / 2, canvas.height / 2)
  pen.rotate((quarters * Math.PI) / 2)
  pen.drawImage(bitmap, -width / 2, -height / 2, width, height)
  bitmap.close()
  return new Promise((done, failed) =>
    canvas.toBlob(
      blob => (blob ? done(blob) : failed(new Error('The picture could not be made.'))),
      'image/jpeg',
      0.86,
    ),
  )
}
