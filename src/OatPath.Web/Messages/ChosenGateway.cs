using OatPath.Store;

namespace OatPath.Web.Messages;

/// <summary>The mail server where the owner has set one; else in the demo a stand-in, and in a studio nothing.</summary>
public sealed class ChosenGateway(ProgramSettings settings, MailGateway mail, ServeOptions options) : IMessageGateway
{
    private readonly SimulatedGateway standIn = new();

    public string Name => Chosen?.Name ?? "no mail server is set, so nothing is sent; the phone still asks when it is opened";

    public bool IsSet => Chosen is not null;

    public Attempt Send(Message message) => Chosen?.Send(message) ?? new(Fate.Down, "no mail server is set");

    private IMessageGateway? Chosen =>
        settings.Current().Choices.Mail is not null ? mail
        : options.Demo ? standIn
        : null;
}
