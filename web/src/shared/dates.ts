/** Days and times as they are read here. */
import { writing } from '../messages'

export const day = (iso: string) => new Date(iso).toLocaleDateString(writing(), { dateStyle: 'medium' })
export const when = (iso: string) =>
  new Date(iso).toLocaleString(writing(), { dateStyle: 'medium', timeStyle: 'short' })
export const atTime = (iso: string) =>
  new Date(iso).toLocaleTimeString(writing(), { hour: '2-digit', minute: '2-digit' })
