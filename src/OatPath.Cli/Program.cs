using OatPath.Cli;

return args switch
{
    ["plan", .. var rest] => PlanCommand.Run(rest, Console.Out, Console.Error),
    ["audit", .. var rest] => AuditCommand.Run(rest, Console.Out, Console.Error),
    ["supply", .. var rest] => SupplyCommand.Run(rest, Console.Out, Console.Error),
    ["simulate", .. var rest] => SimulateCommand.Run(rest, Console.Out, Console.Error),
    ["calendar", .. var rest] => CalendarCommand.Run(rest, Console.Out, Console.Error),
    ["session", .. var rest] => SessionCommands.Compile(rest, Console.Out, Console.Error),
    ["play", .. var rest] => SessionCommands.Play(rest, Console.Out, Console.Error),
    ["label"] => LabelCommand.Run(Console.In, Console.Out, Console.Error),
    ["free-acid", .. var rest] => FreeAcidCommand.Run(rest, Console.Out, Console.Error),
    ["backup", .. var rest] => BackupCommands.Write(rest, Console.Out, Console.Error),
    ["restore", .. var rest] => BackupCommands.Restore(rest, Console.Out, Console.Error),
    ["doctor", .. var rest] => DoctorCommand.Run(rest, Console.Out, Console.Error),
    ["people", .. var rest] => PeopleCommand.Run(rest, Console.Out, Console.Error),
    ["rules"] => RulesCommand.Run(Console.Out),
    ["schema", "case"] => Print(OatPath.Core.Formats.JsonContract.OfCase()),
    ["schema", "path"] => Print(OatPath.Core.Formats.JsonContract.OfPath()),
    ["schema", "session"] => Print(OatPath.Core.Formats.JsonContract.OfSession()),
    _ => Fail(),
};

static int Print(string text)
{
    Console.Out.Write(text);
    return ExitCode.Ok;
}

static int Fail()
{
    Console.Error.WriteLine("Unknown command. Use: plan, audit, supply, simulate, label, free-acid, rules, session, play, calendar, backup, restore, doctor, people, schema case, schema path, schema session. See ./oat help.");
    return ExitCode.BadInput;
}
