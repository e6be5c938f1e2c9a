process.env.CHROME_BIN ??= '/usr/bin/chromium';

module.exports = config =>
  config.set({
    frameworks: ['jasmine'],
    plugins: [require('karma-jasmine'), require('karma-chrome-launcher')],
    reporters: ['dots'],
    // A busy machine is slower, not wrong: no spec here measures time.
    browserNoActivityTimeout: 120_000,
    client: { jasmine: { timeoutInterval: 60_000 } },
    browsers: ['ChromeCi'],
    customLaunchers: {
      ChromeCi: {
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
    restartOnFileChange: false,
  });
