export default {
  log: 'Log',
  notes_and_decisions: 'Notes and decisions',
  kind: 'Kind',
  about_mark: 'about (mark)',
  about: 'About',
  what_changed_went_wrong_was: 'What changed, went wrong, was learned?',
  save_the_change: 'Save the change',
  write_it_down: 'Write it down',
  who_changed_what: 'Who changed what',
  undone: 'undone',
  undo: 'Undo',
}
