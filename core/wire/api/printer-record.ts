import { PrinterSchema } from '../../things/printers/printer.ts'
import { SETTING_KEYS, type SettingKey } from '../../work/agreement/settings.ts'

/** A printer's record from outside: its menus speak of settings there are. */
export const PrinterRecordSchema = PrinterSchema.superRefine(({ menus }, context) => {
  for (const [i, { setting }] of menus.entries())
    if (!SETTING_KEYS.includes(setting as SettingKey))
      context.addIssue({ code: 'custom', path: ['menus', i, 'setting'], message: `there is no setting “${setting}”` })
})
