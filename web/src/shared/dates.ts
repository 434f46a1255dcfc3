/** Days and times as they are read here. */
export const day = (iso: string) => new Date(iso).toLocaleDateString('en-GB', { dateStyle: 'medium' })
export const when = (iso: string) => new Date(iso).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })
