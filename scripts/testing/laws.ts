/** Laws are tried on the same seasons every time, so that what fails once fails again; `LAWS_SEED` tries others. */
import fc from 'fast-check'

fc.configureGlobal({ seed: Number(process.env.LAWS_SEED ?? 20270412) })
