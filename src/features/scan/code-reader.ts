/** Reads codes out of pictures: with the browser's own reader where it has one, else with ours, beside the page. */
'use client'
import { transfer } from 'comlink'
import { startBeside } from '../../ui/page-worker'

export interface CodeReader {
  /** What the codes in a picture say. The picture is used up. */
  read(picture: ImageBitmap): Promise<string[]>
  close(): void
}

/** As browsers have it: https://wicg.github.io/shape-detection-api */
interface OwnReader {
  detect(picture: ImageBitmap): Promise<{ rawValue: string }[]>
}
interface OwnReaders {
  new (options: { formats: string[] }): OwnReader
  getSupportedFormats(): Promise<string[]>
}

export async function codeReader(): Promise<CodeReader> {
  const Own = (globalThis as { BarcodeDetector?: OwnReaders }).BarcodeDetector
  const formats = await Own?.getSupportedFormats().catch(() => undefined)
  if (Own && formats?.includes('qr_code')) {
    const own = new Own({ formats: ['qr_code'] })
    return {
      async read(picture) {
        const found = await own.detect(picture)
        picture.close()
        return found.map(({ rawValue }) => rawValue)
      },
      close: () => undefined,
    }
  }
  const beside = startBeside()
  return {
    read: (picture) => beside.api.codes(transfer(picture, [picture])),
    close: () => beside.own.terminate(),
  }
}
