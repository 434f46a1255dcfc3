import { fileOf } from '../api/client'

/** A file from the server, kept under a name: where there is none, its sentence is thrown and the page stays. */
export async function given(path: string, name: string): Promise<void> {
  const address = URL.createObjectURL(await fileOf(path))
  const link = Object.assign(document.createElement('a'), { href: address, download: name })
  link.click()
  URL.revokeObjectURL(address)
}

/** A picked file as the server takes it: its name, and its content in base64. */
export async function picked(event: Event): Promise<{ name: string; content: string } | null> {
  const chosen = (event.target as HTMLInputElement).files?.[0]
  if (!chosen) return null
  const bytes = new Uint8Array(await chosen.arrayBuffer())
  let text = ''
  for (let k = 0; k < bytes.length; k += 32768) text += String.fromCharCode(...bytes.subarray(k, k + 32768))
  return { name: chosen.name, content: btoa(text) }
}
