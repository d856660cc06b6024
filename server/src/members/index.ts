/** Members: who signs in, what each may do with which agent, and who did what. */
export { asGroup, EVERYBODY, type Access } from './access'
export { guardMembers, Membership } from './guard'
export { isPassword, sealPassword } from './passwords'
export { newToken, sumOf } from './tokens'
export { memberRoutes } from './routes'
export { nameOf, ownedBy } from './sharing'
