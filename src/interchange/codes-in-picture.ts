/** Reads the square codes in a picture, on browsers that have no reader of their own. */
import { BarcodeDetector, prepareZXingModule } from 'barcode-detector/ponyfill'

// The reader ships with the application: nothing is fetched from elsewhere.
const READER = new URL('zxing-wasm/reader/zxing_reader.wasm', import.meta.url).href

prepareZXingModule({
  overrides: { locateFile: (path: string, prefix: string) => (path.endsWith('.wasm') ? READER : prefix + path) },
})

let detector: BarcodeDetector | undefined

/** What the codes in a picture say, each once. */
export async function codesInPicture(picture: ImageBitmap): Promise<string[]> {
  detector ??= new BarcodeDetector({ formats: ['qr_code'] })
  const found = await detector.detect(picture)
  picture.close()
  return [...new Set(found.map(({ rawValue }) => rawValue))]
}
