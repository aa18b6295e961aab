/** As long as any other test may take: against a page that hangs, not against a slow disk or a busy machine. */
const PATIENCE_MS = 300_000;

module.exports = (config) =>
  config.set({
    frameworks: ['jasmine'],
    plugins: [require('karma-jasmine'), require('karma-chrome-launcher')],
    browsers: ['Headless'],
    customLaunchers: {
      Headless: {
        base: 'ChromeHeadless',
        flags: [
          '--no-sandbox',
          '--disable-gpu',
          '--disable-quic',
          '--no-first-run',
          '--disable-background-networking',
          '--disable-component-update',
          '--disable-sync',
        ],
      },
    },
    proxies: { '/base/media/': '/media/' },
    browserNoActivityTimeout: PATIENCE_MS,
    client: { jasmine: { timeoutInterval: PATIENCE_MS } },
    pingTimeout: PATIENCE_MS,
    reporters: ['dots'],
    restartOnFileChange: false,
  });
