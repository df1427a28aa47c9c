using OatPath.Store;

namespace OatPath.Web.Messages;

/// <summary>What became of one try; no reason when it was delivered.</summary>
/// <param name="Final">Whether another try would change nothing.</param>
public sealed record Attempt(bool Delivered, string Reason = "", bool Final = false);

/// <summary>What carries a message to a client's phone.</summary>
public interface IMessageGateway
{
    string Name { get; }

    Attempt Send(Message message);
}

/// <summary>A stand-in that ships with the program: nothing leaves this machine. Some first tries fail, as they do in life.</summary>
public sealed class SimulatedGateway : IMessageGateway
{
    /// <summary>One in so many is busy at the first try.</summary>
    private const int BusyEvery = 4;

    public string Name => "simulated gateway, nothing leaves this machine";

    public Attempt Send(Message message) =>
        message.Phone.Trim().Length == 0 ? new(false, "no phone number on record", Final: true)
        : message.Id % BusyEvery == 0 && message.Attempts == 0 ? new(false, "line busy")
        : new(true);
}
