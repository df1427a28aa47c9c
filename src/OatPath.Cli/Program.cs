using OatPath.Cli;

return args switch
{
    ["plan", .. var rest] => PlanCommand.Run(rest, Console.Out, Console.Error),
    ["audit", .. var rest] => AuditCommand.Run(rest, Console.Out, Console.Error),
    ["rules"] => RulesCommand.Run(Console.Out),
    _ => Fail(),
};

static int Fail()
{
    Console.Error.WriteLine("Unknown command. Use: plan, audit, rules. See ./oat help.");
    return ExitCode.BadInput;
}
