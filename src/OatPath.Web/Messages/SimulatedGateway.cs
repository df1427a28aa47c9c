using OatPath.Store;

namespace OatPath.Web.Messages;

/// <summary>A stand-in that ships with the program: nothing leaves this machine. Some first tries fail, as they do in life.</summary>
public sealed class SimulatedGateway : IMessageGateway
{
    /// <summary>One in so many is busy at the first try.</summary>
    private const int BusyEvery = 4;

    public string Name => "simulated gateway, nothing leaves this machine";

    public bool IsSet => true;

    public Attempt Send(Message message) =>
        message.Phone.Trim().Length == 0 ? new(Fate.Refused, "no phone number on record")
        : message.Id % BusyEvery == 0 && message.Attempts == 0 ? new(Fate.Busy, "line busy")
        : new(Fate.Delivered);
}
