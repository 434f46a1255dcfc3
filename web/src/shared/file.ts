/** A picked file as the server takes it: its name, and its content in base64. */
export async function picked(event: Event): Promise<{ name: string; content: string } | null> {
  const chosen = (event.target as HTMLInputElement).files?.[0]
  if (!chosen) return null
  const bytes = new Uint8Array(await chosen.arrayBuffer())
  let text = ''
  for (let k = 0; k < bytes.length; k += 32768) text += String.fromCharCode(...bytes.subarray(k, k + 32768))
  return { name: chosen.name, content: btoa(text) }
}
