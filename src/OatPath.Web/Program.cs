using OatPath.Web;

var options = ServeOptions.Parse(args);
if (options is null)
{
    Console.Error.WriteLine("usage: serve --data DIR [--port N] [--demo]; a port is a number from 1024 to 65535");
    return 2;
}

await using var app = OatPathApp.Build(options);
OatPathApp.Announce(app, options);
await app.RunAsync();
return 0;
