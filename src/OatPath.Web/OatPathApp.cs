using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.HttpOverrides;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.ViewFeatures;
using Microsoft.AspNetCore.ResponseCompression;
using Microsoft.Extensions.DependencyInjection.Extensions;
using Microsoft.Extensions.FileProviders;
using Microsoft.Extensions.Logging.Console;
using OatPath.Core.Planner;
using OatPath.Store;
using OatPath.Web.Clock;
using OatPath.Web.Demo;
using OatPath.Web.Doors;
using OatPath.Web.Limits;
using OatPath.Web.Messages;
using OatPath.Web.People;
using OatPath.Web.Phone;
using OatPath.Web.Records;
using OatPath.Web.Upkeep;
using OatPath.Web.Watch;
using OatPath.Web.Wording;

namespace OatPath.Web;

/// <summary>Wires the web application together.</summary>
public static class OatPathApp
{
    public static WebApplication Build(ServeOptions options, TimeProvider? clock = null, Action<WebApplicationBuilder>? adjust = null)
    {
        var folder = new DataFolder(options.Data);
        var check = folder.Take();
        var builder = Builder(options);
        AddServices(builder.Services, options, folder, clock);
        adjust?.Invoke(builder);
        var app = builder.Build();

        // The database is read through while everything else is made ready; nothing opens it before that is done.
        if ((check.GetAwaiter().GetResult() ?? Upgrade.BringForward(folder, (clock ?? TimeProvider.System).GetUtcNow())) is { } trouble)
        {
            return Closed(options, folder, trouble, adjust);
        }

        // Asked for once, so that it is given back when the app ends.
        _ = app.Services.GetRequiredService<DataFolder>();
        Migrator.Migrate(app.Services.GetRequiredService<Database>());
        folder.MarkUsed();
        app.Services.GetRequiredService<ClientDigests>().Attach();
        var waits = app.Services.GetRequiredService<Figures>().WriteWaits;
        app.Services.GetRequiredService<Database>().Waited = waited => waits.Observe(waited.TotalSeconds);
        app.Services.GetService<ClockRounds>()?.Resume();

        if (options.Demo)
        {
            app.Services.GetRequiredService<DemoLoader>().FillIfEmpty(folder);
        }

        Pipeline(app, options);
        return app;
    }

    private static WebApplicationBuilder Builder(ServeOptions options)
    {
        var builder = WebApplication.CreateBuilder(
            new WebApplicationOptions
            {
                ApplicationName = typeof(OatPathApp).Assembly.GetName().Name,
                ContentRootPath = AppContext.BaseDirectory,
                WebRootPath = WebRoot(),
                Args = ["--hostBuilder:reloadConfigOnChange=false"],
            }
        );

        // Files ship with the program and do not change, and a small machine may have no file watcher to spare.
        builder.Environment.WebRootFileProvider = new PhysicalFileProvider(builder.Environment.WebRootPath)
        {
            UsePollingFileWatcher = true,
            UseActivePolling = true,
        };
        builder.Environment.ContentRootFileProvider = new PhysicalFileProvider(builder.Environment.ContentRootPath)
        {
            UsePollingFileWatcher = true,
            UseActivePolling = true,
        };
        var ports = new[] { options.Port, options.WatchPort }.OfType<int>();
        builder.WebHost.UseUrls([.. ports.Select(port => $"http://127.0.0.1:{port}")]);
        builder.WebHost.ConfigureKestrel(kestrel =>
        {
            kestrel.AddServerHeader = false;
            kestrel.Limits.MaxRequestBodySize = 2_000_000;

            // Room enough to answer a browser that carries too much, so that it can be relieved of it.
            kestrel.Limits.MaxRequestHeadersTotalSize = 131_072;
        });
        builder.Logging.ClearProviders();
        if (options.LogsJson)
        {
            builder.Logging.AddConsole(console => console.FormatterName = LogLine.FormatName);
            builder.Services.AddSingleton<ConsoleFormatter>(new LogLine(TimeProvider.System));
        }
        else
        {
            builder.Logging.AddSimpleConsole();
        }

        builder.Logging.SetMinimumLevel(LogLevel.Warning).AddFilter("Microsoft.AspNetCore.DataProtection", LogLevel.Error);
        return builder;
    }

    /// <summary>The app where its data cannot be served: it only says so.</summary>
    private static WebApplication Closed(ServeOptions options, DataFolder folder, Trouble trouble, Action<WebApplicationBuilder>? adjust)
    {
        var builder = Builder(options);
        adjust?.Invoke(builder);
        builder.Services.AddSingleton(trouble).AddSingleton(options).AddSingleton(_ => folder);
        var app = builder.Build();
        _ = app.Services.GetRequiredService<DataFolder>();
        if (options.WatchPort is { } port)
        {
            WatchPort.Serve(app, port, new Figures(), state: null);
        }

        TroubleApp.Serve(app, trouble);
        return app;
    }

    /// <summary>Prints the address and, on a first run, the one-time code.</summary>
    public static void Announce(WebApplication app, ServeOptions options)
    {
        if (app.Services.GetService<Trouble>() is { } trouble)
        {
            Console.Error.WriteLine($"{trouble.What} {trouble.Remedy}");
            Console.WriteLine(
                $"Oat Path is closed and says so at http://127.0.0.1:{options.Port}. Stop with Ctrl+C, mend it, start again."
            );
            return;
        }

        Console.WriteLine($"Oat Path is at http://127.0.0.1:{options.Port}");
        if (options.WatchPort is { } watch)
        {
            Console.WriteLine($"Watched over at http://127.0.0.1:{watch}/health and /metrics");
        }

        if (options.Demo)
        {
            Console.WriteLine($"Demo sign-in: {DemoLoader.SignIn} with password {DemoLoader.Password}");
        }

        if (!app.Services.GetRequiredService<Store.People>().Any())
        {
            Console.WriteLine(
                $"First run: open /first-run and enter the one-time code {app.Services.GetRequiredService<FirstRunCode>().Code}"
            );
        }

        Console.WriteLine("Stop with Ctrl+C.");
    }

    private static void AddServices(IServiceCollection services, ServeOptions options, DataFolder folder, TimeProvider? clock)
    {
        services.AddSingleton(options).AddSingleton(_ => folder);
        services.AddSingleton(_ => new Database(folder.DatabaseFile));
        services
            .AddSingleton<Clients>()
            .AddSingleton<Facts>()
            .AddSingleton<Publications>()
            .AddSingleton<Links>()
            .AddSingleton<AnswerLinks>()
            .AddSingleton<PracticeClients>()
            .AddSingleton<Sessions>()
            .AddSingleton<Studio>()
            .AddSingleton<StudioShelf>()
            .AddSingleton<Stock>()
            .AddSingleton<ShelfImports>()
            .AddSingleton<ClientImports>()
            .AddSingleton<Templates>()
            .AddSingleton<HouseTreatments>()
            .AddSingleton<CalendarFeeds>()
            .AddSingleton<Outbox>()
            .AddSingleton<PictureStore>()
            .AddSingleton<PictureConsents>()
            .AddSingleton<PictureIntake>()
            .AddSingleton<PicturesAsked>()
            .AddSingleton<ShelfSearch>();
        services
            .AddSingleton<ClientReading>()
            .AddSingleton<RecordKept>()
            .AddSingleton<ViewLog>()
            .AddSingleton<ChancesKept>()
            .AddSingleton<DigestTable>()
            .AddSingleton<ClientDigests>()
            .AddScoped<DigestView>();
        services.AddSingleton<Store.People>();
        services.TryAddSingleton<PlanPath>((file, rules, days) => PathPlanner.Plan(file, rules, days: days));
        services.AddSingleton<RecordRoom>().AddSingleton<FirstRunCode>().AddSingleton<DemoPictures>().AddSingleton<DemoLoader>();
        services.AddSingleton(new MachineClock(clock ?? TimeProvider.System, isTheMachines: clock is null)).AddSingleton<ClockTable>();
        if (clock is null && options.Demo)
        {
            services.AddSingleton(new DemoClock(options.Data, DemoLoader.Zone(), options.DemoFrom));
            services.AddSingleton<TimeProvider>(provider => provider.GetRequiredService<DemoClock>());
        }
        else
        {
            services.AddSingleton<RecordClock>().AddSingleton<ClockRounds>();
            services.AddSingleton<TimeProvider>(provider => provider.GetRequiredService<RecordClock>());
        }

        services.TryAddSingleton(new MailManners());
        services.AddSingleton<MailAddresses>().AddSingleton<MailSecret>().AddSingleton<MailGateway>();
        services.AddSingleton<IMessageGateway, ChosenGateway>().AddSingleton<Messenger>();
        // A test winds its own clock and makes its own rounds.
        services
            .AddSingleton<Erasure>()
            .AddSingleton<ClientArchive>()
            .AddSingleton<Retention>()
            .AddSingleton<FirstSteps>()
            .AddSingleton<BackupState>()
            .AddSingleton<BackupRounds>();
        if (clock is null)
        {
            services.AddHostedService<DigestRounds>().AddHostedService<MessengerRounds>().AddHostedService<ChanceRounds>();
        }

        // A demo is made up and goes away; a test makes its own rounds.
        if (clock is null && !options.Demo)
        {
            services.AddHostedService(provider => provider.GetRequiredService<BackupRounds>());
            services.AddHostedService(provider => provider.GetRequiredService<ClockRounds>());
        }

        services.AddHostedService<ViewLogRounds>().AddHostedService<EndedLinks>().AddHostedService<PictureRounds>();

        services.AddScoped<SignInDesk>().AddScoped<PhoneDoor>().AddScoped<AnswerDoor>();
        services.AddSingleton<SignIns>().AddSingleton<ProgramSettings>().AddSingleton<SignInAttempts>().AddScoped<SecondFactor>();
        services.AddSingleton<SessionSigner>().AddSingleton<SessionDesk>().AddSingleton<RunTimes>();
        services.AddSingleton<IPasswordHasher<Person>, PasswordHasher<Person>>();
        services.AddDataProtection().PersistKeysToFileSystem(new DirectoryInfo(folder.Keys)).SetApplicationName("oatpath");
        services
            .AddAuthentication(CookieAuthenticationDefaults.AuthenticationScheme)
            .AddCookie(cookie =>
            {
                cookie.Cookie.Name = "oatpath";
                cookie.Cookie.HttpOnly = true;
                cookie.Cookie.SameSite = SameSiteMode.Strict;
                cookie.Cookie.SecurePolicy = options.Trusted ? CookieSecurePolicy.Always : CookieSecurePolicy.SameAsRequest;
                cookie.LoginPath = "/sign-in";
                cookie.AccessDeniedPath = "/not-yours";
                cookie.ExpireTimeSpan = TimeSpan.FromHours(10);
                cookie.SlidingExpiration = true;
                cookie.TimeProvider = TimeProvider.System;
                cookie.Events.OnValidatePrincipal = SignInDesk.Validate;
            });
        services
            .AddAuthorizationBuilder()
            .AddPolicy(Roles.Decides, policy => policy.RequireRole(Roles.Owner, Roles.Practitioner))
            .AddPolicy(Roles.KeepsHouse, policy => policy.RequireRole(Roles.Owner))
            .SetFallbackPolicy(new Microsoft.AspNetCore.Authorization.AuthorizationPolicyBuilder().RequireAuthenticatedUser().Build());
        services.AddAntiforgery(antiforgery =>
        {
            antiforgery.Cookie.Name = "oatpath_form";
            antiforgery.Cookie.SameSite = SameSiteMode.Strict;
            antiforgery.Cookie.SecurePolicy = options.Trusted ? CookieSecurePolicy.Always : CookieSecurePolicy.SameAsRequest;
        });
        services.Configure<CookieTempDataProviderOptions>(kept =>
        {
            kept.Cookie.Name = "oatpath_said";
            kept.Cookie.SameSite = SameSiteMode.Strict;
            kept.Cookie.SecurePolicy = options.Trusted ? CookieSecurePolicy.Always : CookieSecurePolicy.SameAsRequest;
        });

        services.AddSingleton<CookieTempDataProvider>().Replace(ServiceDescriptor.Singleton<ITempDataProvider, SaidInBrief>());

        // A name that is not ours, in a request, is nobody's address.
        services.AddHostFiltering(filter =>
            filter.AllowedHosts = [
                "localhost",
                "127.0.0.1",
                "[::1]",
                .. options.PublicUrl is { } address ? [new Uri(address).Host] : Array.Empty<string>(),
            ]
        );
        services
            .AddRazorPages(pages => pages.Conventions.AddPageRoute("/Phone/Open", PhoneDoor.KnockRoute))
            .AddMvcOptions(mvc =>
            {
                mvc.Filters.Add<HandlerNeeded>();
                mvc.Filters.Add<RefusalFilter>();
            });
        services.AddResponseCompression(compression =>
        {
            compression.EnableForHttps = false;
            compression.Providers.Add<GzipCompressionProvider>();
            compression.MimeTypes = ResponseCompressionDefaults.MimeTypes.Append("image/svg+xml");
        });
        services.AddSingleton<Figures>().AddSingleton<StateReader>();
        services.AddSingleton<PhoneLimit>().AddRateLimiter(RequestLimits.Set);
    }

    private static void Pipeline(WebApplication app, ServeOptions options)
    {
        app.UseHostFiltering();
        var figures = app.Services.GetRequiredService<Figures>();
        if (options.WatchPort is { } port)
        {
            WatchPort.Serve(app, port, figures, app.Services.GetRequiredService<StateReader>());
        }

        app.UseMiddleware<RequestTimes>();
        if (options.Trusted)
        {
            // Believed from this machine only, and one step back.
            app.UseForwardedHeaders(
                new ForwardedHeadersOptions
                {
                    ForwardedHeaders = ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto,
                    ForwardLimit = 1,
                }
            );
            app.UseMiddleware<OnlyTls>();
        }

        app.UseMiddleware<SecurityHeaders>();
        app.UseMiddleware<CookieDiet>();
        app.UseExceptionHandler(
            new ExceptionHandlerOptions
            {
                ExceptionHandlingPath = "/went-wrong",
                StatusCodeSelector = WentWrong.StatusOf,
                AllowStatusCode404Response = true,
            }
        );
        app.UseStatusCodePagesWithReExecute("/went-wrong", "?code={0}");
        app.UseResponseCompression();
        app.UseStaticFiles(
            new StaticFileOptions
            {
                OnPrepareResponse = file =>
                {
                    file.Context.Response.Headers.CacheControl = "public, max-age=3600";
                    if (file.Context.Request.Path == "/my/worker.js")
                    {
                        // It keeps tonight's page as well, which stands at the top of its folder.
                        file.Context.Response.Headers["Service-Worker-Allowed"] = "/my";
                        file.Context.Response.Headers.CacheControl = "no-cache";
                    }
                },
            }
        );
        app.UseMiddleware<ClientLanguage>();
        app.UseRouting();
        app.Use(RequestTimes.Find);
        app.UseRateLimiter();
        app.UseAuthentication();
        app.UseAuthorization();
        app.Use(FactorGate.Ask);
        app.MapRazorPages();
        SessionRoute.Map(app);
        ToldRoute.Map(app);
        CalendarRoute.Map(app);
        if (options.Demo)
        {
            DemoClockRoute.Map(app);
        }
    }

    /// <summary>Beside the program when published, else in the source folder.</summary>
    private static string WebRoot()
    {
        var beside = Path.Combine(AppContext.BaseDirectory, "wwwroot");
        return Directory.Exists(beside) ? beside : Path.GetFullPath(Path.Combine(AppContext.BaseDirectory, "../../../wwwroot"));
    }
}
