import autocomplete from '@primeuix/themes/aura/autocomplete'
import badge from '@primeuix/themes/aura/badge'
import base from '@primeuix/themes/aura/base'
import button from '@primeuix/themes/aura/button'
import checkbox from '@primeuix/themes/aura/checkbox'
import chip from '@primeuix/themes/aura/chip'
import datatable from '@primeuix/themes/aura/datatable'
import datepicker from '@primeuix/themes/aura/datepicker'
import dialog from '@primeuix/themes/aura/dialog'
import iconfield from '@primeuix/themes/aura/iconfield'
import inputnumber from '@primeuix/themes/aura/inputnumber'
import inputtext from '@primeuix/themes/aura/inputtext'
import menu from '@primeuix/themes/aura/menu'
import multiselect from '@primeuix/themes/aura/multiselect'
import paginator from '@primeuix/themes/aura/paginator'
import radiobutton from '@primeuix/themes/aura/radiobutton'
import ripple from '@primeuix/themes/aura/ripple'
import select from '@primeuix/themes/aura/select'
import selectbutton from '@primeuix/themes/aura/selectbutton'
import splitter from '@primeuix/themes/aura/splitter'
import tabs from '@primeuix/themes/aura/tabs'
import textarea from '@primeuix/themes/aura/textarea'
import togglebutton from '@primeuix/themes/aura/togglebutton'
import virtualscroller from '@primeuix/themes/aura/virtualscroller'
import type { AuraBaseDesignTokens } from '@primeuix/themes/aura/base'
import type { Preset } from '@primeuix/themes/types'

/** The library's measures for what we use of it (`library.ts`) and what that is made of, and for nothing else. */
export const parts: Preset<AuraBaseDesignTokens> = {
  ...base,
  components: {
    autocomplete,
    badge,
    button,
    checkbox,
    chip,
    datatable,
    datepicker,
    dialog,
    iconfield,
    inputnumber,
    inputtext,
    menu,
    multiselect,
    paginator,
    radiobutton,
    ripple,
    select,
    selectbutton,
    splitter,
    tabs,
    textarea,
    togglebutton,
    virtualscroller,
  },
}
