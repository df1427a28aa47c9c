using OatPath.Core.House;

namespace OatPath.Web.Wording;

/// <summary>Enum values as the pages write them.</summary>
public static class Labels
{
    public static string Of<T>(T value)
        where T : struct, Enum =>
        value switch
        {
            Core.Skin.Sensitivity sensitivity => sensitivity switch
            {
                Core.Skin.Sensitivity.Average => "average sensitivity",
                _ => EnumName.Of(sensitivity),
            },
            Core.Skin.Concern concern => Core.Skin.ConcernWords.Of(concern),
            Core.Shelf.Removal removal => removal switch
            {
                Core.Shelf.Removal.Rinse => "rinse off",
                Core.Shelf.Removal.DampPad => "wipe off with a damp pad",
                Core.Shelf.Removal.WarmFlannel => "take off with a warm flannel",
                Core.Shelf.Removal.SoakedChamois => "take off with a soaked chamois",
                Core.Shelf.Removal.CottonRounds => "take off with cotton rounds",
                _ => "",
            },
            _ => EnumName.Of(value).Replace('-', ' '),
        };
}
