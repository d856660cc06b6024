/** An element with a class and a text; text is only ever set as text. */
export function element<K extends keyof HTMLElementTagNameMap>(
  tag: K,
  className = '',
  text = '',
): HTMLElementTagNameMap[K] {
  const made = document.createElement(tag)
  if (className) made.className = className
  if (text) made.textContent = text
  return made
}

/** A button that does one thing. */
export function button(className: string, text: string, onClick: () => void): HTMLButtonElement {
  const made = element('button', className, text)
  made.type = 'button'
  made.addEventListener('click', onClick)
  return made
}

/** A field with its name above it; gives both. */
export function labelled<Field extends HTMLElement>(label: string, field: Field): HTMLLabelElement {
  const made = element('label', 'field', label)
  made.append(field)
  return made
}
