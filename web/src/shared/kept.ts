/** What this screen keeps between visits, where it may; what cannot be kept holds until the page is closed. */
export function kept(place: string): string | null {
  try {
    return localStorage.getItem(place)
  } catch {
    return null
  }
}
export function keep(place: string, what: string): void {
  try {
    localStorage.setItem(place, what)
  } catch {
    // a full or forbidden store
  }
}
