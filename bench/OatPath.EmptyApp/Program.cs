// What everything is measured against: a Razor page with a word on it, no layout, no middleware, nothing signed in.
var builder = WebApplication.CreateBuilder(
    new WebApplicationOptions { ContentRootPath = AppContext.BaseDirectory, Args = ["--hostBuilder:reloadConfigOnChange=false"] }
);
builder.WebHost.UseUrls($"http://127.0.0.1:{args[0]}");
builder.Logging.ClearProviders();
builder.Services.AddRazorPages();
var app = builder.Build();
app.MapRazorPages();
app.Run();
