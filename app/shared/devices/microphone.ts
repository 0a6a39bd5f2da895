/** Why the microphone cannot be used, once it was asked for in vain. */
export const whyNoMicrophone = () =>
  window.isSecureContext
    ? 'The browser did not give the microphone.'
    : 'The browser gives the microphone only to pages that came by https, and this one did not.'
