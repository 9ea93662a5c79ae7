import type { MiddlewareHandler } from 'hono';
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

/**
 * Headers of files that people uploaded, in place of those of pages: whatever a file holds beside what it is, nothing of it runs
 * where it is opened. To be used before `securityHeaders`, which it has the last word over.
 */
export const uploadedFileHeaders: MiddlewareHandler = async (context, next) => {
  await next();
  const policy = "default-src 'none'; style-src 'unsafe-inline'; media-src 'self'; sandbox";
  context.header('content-security-policy', policy);
};
