using OatPath.Core.House;

namespace OatPath.Core.Booking;

/// <summary>What a booking meets, mildest first.</summary>
public enum BookingOutcome
{
    Fits,
    Warned,
    AskClinician,
    Refused,
}

/// <summary>One thing a booking stands against.</summary>
/// <param name="Hard">No reason lets it be booked.</param>
/// <param name="FreeFrom">First day on which this is over, where that is known.</param>
public sealed record BookingReason(BookingOutcome Outcome, Because Because, bool Hard = false, DateOnly? FreeFrom = null);
