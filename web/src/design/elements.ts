/** The few Element Plus components in use, each with its style; anything new is added here and themed in element.css. */
import 'element-plus/theme-chalk/el-dialog.css'
import 'element-plus/theme-chalk/el-overlay.css'
import 'element-plus/theme-chalk/el-slider.css'
import 'element-plus/theme-chalk/el-switch.css'

export { ElDialog, ElSlider, ElSwitch } from 'element-plus'
