using OatPath.Cli;

return Commands.Run(args, Console.In, Console.Out, Console.Error);
