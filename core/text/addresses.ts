/** An e-mail address. */
export const EMAIL = /[^\s@<>,;:()[\]]+@[^\s@<>,;:()[\]]+\.[\p{L}]{2,}/gu
/** Figures that stand together as those of a phone or card number do. */
export const FIGURES = /\+?\(?\d[\d\s().-]{6,}\d/g
/** A link of Markdown, whose words stay, and an address that stands by itself. */
export const LINK = /!?\[([^\]\n]*)\]\(\s*([^)\s]+)[^)]*\)|\bhttps?:\/\/[^\s)\]>]+|\bwww\.[^\s)\]>]+/gi
/** A phone number has at least so many figures. */
export const FEWEST_PHONE_FIGURES = 9
