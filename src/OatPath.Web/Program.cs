using OatPath.Web;

var options = ServeOptions.Parse(args);
if (options is null)
{
    Console.Error.WriteLine(
        "usage: serve --data DIR [--port N] [--public-url https://ADDRESS [--behind-tls]] [--demo [--demo-from YYYY-MM-DD]] "
            + "[--client-language ID] [--watch-port N] [--log plain|json]; a port is a number "
            + "from 1024 to 65535, the two differ, an address has no path, --behind-tls needs --public-url, and --demo-from needs "
            + "--demo and a day such as 2026-03-09"
    );
    return 2;
}

// A request that waits for the disk holds its thread: without some to spare the next would wait for a new one.
ThreadPool.SetMinThreads(Math.Max(16, 4 * Environment.ProcessorCount), Math.Max(16, 4 * Environment.ProcessorCount));

// Whatever is written is for its owner only.
_ = Private.Umask();
await using var app = OatPathApp.Build(options);
OatPathApp.Announce(app, options);
var isOpen = app.Services.GetService<OatPath.Store.Trouble>() is null;
await app.RunAsync();
return isOpen ? 0 : 1;
