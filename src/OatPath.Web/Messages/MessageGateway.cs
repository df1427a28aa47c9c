using OatPath.Store;

namespace OatPath.Web.Messages;

/// <summary>What became of one try.</summary>
public enum Fate
{
    Delivered,

    /// <summary>Another try may do better.</summary>
    Busy,

    /// <summary>Another try would change nothing.</summary>
    Refused,

    /// <summary>The address does not exist, or takes nothing from here.</summary>
    AddressRefused,

    /// <summary>Nobody said where to, or agreed to it.</summary>
    NoAddress,

    /// <summary>All of it was handed over and no answer came: it may have arrived, and is not sent twice.</summary>
    Unsure,

    /// <summary>The way itself is closed, to every message.</summary>
    Down,
}

/// <summary>What became of one try, and why; no reason when it was delivered.</summary>
public sealed record Attempt(Fate Fate, string Reason = "");

/// <summary>What carries a message to a client.</summary>
public interface IMessageGateway
{
    /// <summary>What it is, in words for the practitioner.</summary>
    string Name { get; }

    /// <summary>Whether anything can be carried; else nothing is written.</summary>
    bool IsSet { get; }

    Attempt Send(Message message);
}
