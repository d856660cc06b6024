/** What is told to the outside: webhooks, and mails. */
export { mailServerOf, sendMail } from './mail'
export { announce, forgetDeliveries, forgetOldDeliveries } from './queries'
export { deliveryRoutes } from './routes'
export { sendWork } from './send'
