using OatPath.Core.Routine;
using OatPath.Core.Shelf;
using OatPath.Core.Wording;

namespace OatPath.Web.Phone;

/// <summary>The step that is shown, and what is shown of it.</summary>
public sealed record PhoneStep(PhoneView View, Step Step)
{
    /// <summary>The half of the day that a press is for; one that moved on takes no press of before.</summary>
    public string Half => $"{View.Day:yyyy-MM-dd}-{View.Moment}";

    /// <summary>The ways of a device; null for what is put on.</summary>
    public RouteView? Ways { get; } = RouteView.Of(Step, View.Record);

    /// <summary>What is said of a step with its minutes; null where it has none, or a guide leads it.</summary>
    public HeldWords? Held => Ways is null ? HeldWords.Of(Step) : null;

    public bool IsKit => Step.Kind == ProductKind.WashOffPeel;

    /// <summary>The picture and the words of a step that takes no product.</summary>
    public (string Picture, string Title) Bare =>
        Step.Action switch
        {
            StepAction.WashHands => ("hands", Step.Key == "hands" ? Said.Of("Wash your hands") : Said.Of("Wash your fingertips")),
            StepAction.Dry => ("towel", Step.SkinState == SkinState.Dry ? Said.Of("Pat completely dry") : Said.Of("Pat, stay damp")),
            _ => ("water", Said.Of("Just water")),
        };

    public string DoneWords =>
        Step.Action != StepAction.PatchTest ? Said.Of("Done")
        : IsKit ? Said.Of("It was on, and is rinsed off")
        : Said.Of("It is on my arm");
}
