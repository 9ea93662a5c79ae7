import { secureHeaders } from 'hono/secure-headers';

const SELF = ["'self'"];

/**
 * Security headers of every answer. Styles may stand inline: Angular writes component styles so; scripts never may.
 * @see https://www.w3.org/TR/CSP3/
 */
export const securityHeaders = secureHeaders({
  contentSecurityPolicy: {
    defaultSrc: SELF,
    scriptSrc: SELF,
    styleSrc: [...SELF, "'unsafe-inline'"],
    imgSrc: [...SELF, 'data:', 'blob:'],
    fontSrc: SELF,
    connectSrc: SELF,
    frameSrc: SELF,
    frameAncestors: SELF,
    objectSrc: ["'none'"],
    baseUri: SELF,
    formAction: SELF,
  },
  referrerPolicy: 'same-origin',
  xFrameOptions: 'SAMEORIGIN',
});
