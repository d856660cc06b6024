import { inkOn } from '@parrot/client'

/**
 * What stands on a site: a bubble that opens the agent's page in a frame, or the frame itself, as high as its content. One
 * script, no global names; what it draws lives in a shadow tree, so that neither the site's styles nor its own reach the
 * other, and styles are set as sheets, which a strict content policy allows.
 */
interface Settings {
  readonly slug: string
  readonly kind: string
  readonly title: string
  readonly accent: string | null
  readonly corner: number
  readonly side: 'left' | 'right'
  readonly font: 'serif' | 'sans'
  readonly callAfter: number | null
  readonly greeting: string
}

/** The settings of the outlet: the server hands them to the script. */
declare const settings: Settings

const script = document.currentScript as HTMLScriptElement | null
const visitor = script?.dataset.visitor ?? ''
const home = new URL(script?.src ?? location.href).origin

const element = <K extends keyof HTMLElementTagNameMap>(tag: K, className: string): HTMLElementTagNameMap[K] =>
  Object.assign(document.createElement(tag), { className })

function frame(): HTMLIFrameElement {
  const made = element('iframe', 'frame')
  // Whom the site has signed in, it says in an attribute of the script; behind the “#” it is sent to nobody else.
  made.src = `${home}/frame/${settings.slug}${visitor && `#visitor=${encodeURIComponent(visitor)}`}`
  made.title = settings.title
  return made
}

function styled(host: HTMLElement, css: string): ShadowRoot {
  const root = host.attachShadow({ mode: 'open' })
  const sheet = new CSSStyleSheet()
  sheet.replaceSync(css)
  root.adoptedStyleSheets = [sheet]
  return root
}

/** The page stands where the script stands, and grows with what is said. */
function inline(): void {
  const host = document.createElement('div')
  const root = styled(
    host,
    ':host{all:initial!important;display:block!important}.frame{display:block;width:100%;height:560px;border:0}',
  )
  const page = frame()
  root.append(page)
  script?.after(host)
  addEventListener('message', ({ origin: from, source, data }) => {
    if (from !== home || source !== page.contentWindow) return
    const height = Number((data as { parrotHeight?: unknown } | null)?.parrotHeight)
    if (height > 0) page.style.height = `${Math.min(Math.max(height, 320), 4000)}px`
  })
}

function bubble(): void {
  const accent = settings.accent ?? '#1f6f5c'
  const ink = inkOn(accent)
  const host = document.createElement('div')
  const root = styled(
    host,
    `:host{all:initial!important;display:block!important}
    .knob,.panel,.call{position:fixed;${settings.side}:20px;z-index:2147483000;box-sizing:border-box}
    .knob{bottom:20px;width:60px;height:60px;border:0;border-radius:50%;background:${accent};color:${ink};cursor:pointer;font:28px/60px system-ui,sans-serif;padding:0;box-shadow:0 4px 16px rgb(0 0 0/.25)}
    .knob:focus-visible,.shut:focus-visible{outline:3px solid ${ink};outline-offset:-6px}
    .panel{bottom:92px;width:min(400px,calc(100vw - 40px));height:min(640px,calc(100dvh - 120px));border-radius:${settings.corner}px;overflow:hidden;background:#fffdf8;box-shadow:0 8px 40px rgb(0 0 0/.3)}
    .panel[hidden],.call[hidden]{display:none}
    .frame{width:100%;height:100%;border:0}
    .call{bottom:92px;max-width:280px;padding:12px 36px 12px 14px;border-radius:${settings.corner}px;background:#fffdf8;color:#20302b;font:16px/1.4 ${settings.font === 'sans' ? 'system-ui,sans-serif' : 'Georgia,serif'};box-shadow:0 4px 20px rgb(0 0 0/.25)}
    .shut{position:absolute;top:4px;right:4px;width:28px;height:28px;border:0;background:none;color:inherit;font:16px system-ui;cursor:pointer}
    @media (max-width:480px){.panel{inset:0 0 92px 0;width:100vw;height:auto;border-radius:0}}`,
  )
  const knob = element('button', 'knob')
  knob.type = 'button'
  knob.setAttribute('aria-haspopup', 'dialog')
  const panel = element('div', 'panel')
  panel.setAttribute('role', 'dialog')
  panel.setAttribute('aria-label', settings.title)
  panel.hidden = true
  const call = element('div', 'call')
  call.hidden = true

  function set(isOpen: boolean): void {
    panel.hidden = !isOpen
    call.hidden = true
    knob.textContent = isOpen ? '×' : '?'
    knob.setAttribute('aria-label', isOpen ? `Close ${settings.title}` : `Ask ${settings.title}`)
    knob.setAttribute('aria-expanded', String(isOpen))
    // The page is asked for when it is first opened.
    if (isOpen && panel.childElementCount === 0) panel.append(frame())
    if (isOpen) panel.querySelector('iframe')?.focus()
  }
  set(false)
  knob.addEventListener('click', () => set(panel.hidden !== false))
  root.addEventListener('keydown', (event) => {
    if ((event as KeyboardEvent).key !== 'Escape' || panel.hidden) return
    set(false)
    knob.focus()
  })
  root.append(call, panel, knob)
  document.body.append(host)

  if (settings.callAfter !== null && settings.greeting) {
    const shut = element('button', 'shut')
    shut.type = 'button'
    shut.textContent = '×'
    shut.setAttribute('aria-label', 'Close')
    shut.addEventListener('click', () => (call.hidden = true))
    call.append(document.createTextNode(settings.greeting), shut)
    setTimeout(() => (call.hidden = panel.hidden === false), settings.callAfter * 1000)
  }
}

const start = settings.kind === 'frame' ? inline : bubble
if (document.body || settings.kind === 'frame') start()
else addEventListener('DOMContentLoaded', start)
