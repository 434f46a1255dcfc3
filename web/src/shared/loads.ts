/** A load in words. */
import { t } from '../messages'
import type { S } from '../api/client'

/** Its size as it was typed, or what it comes of. */
export const sizeOf = (x: S['LoadSpec']) =>
  x.source
    ? t('common.of_a_x', [x.source.kind])
    : (x.form === 'force' ? x.force : x.form === 'line' ? x.line : x.area)?.text
