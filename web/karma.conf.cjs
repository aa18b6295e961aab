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
    // Against a page that hangs, not against a slow disk: a long recording is one test.
    browserNoActivityTimeout: 300_000,
    client: { jasmine: { timeoutInterval: 300_000 } },
    pingTimeout: 300_000,
    reporters: ['dots'],
    restartOnFileChange: false,
  });
