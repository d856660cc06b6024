/** The Element Plus components in use, each with its style; anything new is added here and themed in element.css. */
import 'element-plus/theme-chalk/el-autocomplete.css'
import 'element-plus/theme-chalk/el-dialog.css'
import 'element-plus/theme-chalk/el-input-number.css'
import 'element-plus/theme-chalk/el-input.css'
import 'element-plus/theme-chalk/el-overlay.css'
import 'element-plus/theme-chalk/el-popper.css'
import 'element-plus/theme-chalk/el-scrollbar.css'
import 'element-plus/theme-chalk/el-slider.css'
import 'element-plus/theme-chalk/el-switch.css'

export { ElAutocomplete, ElDialog, ElInputNumber, ElSlider, ElSwitch } from 'element-plus'
