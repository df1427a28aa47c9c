using OatPath.Core.Ramp;
using OatPath.Core.Skin;

namespace OatPath.Core.Calibration;

/// <summary>The uses of one client, each with what was expected of it.</summary>
/// <param name="Client">Tells one client from another, and is shown nowhere.</param>
/// <param name="Sensitivity">As met.</param>
public sealed record ClientForetold(string Client, Sensitivity Sensitivity, IReadOnlyList<Foretold> Uses);
