using OatPath.Core.Known;
using OatPath.Core.Pictures;
using OatPath.Store;

namespace OatPath.Web.Records;

/// <summary>Whether a client is asked for a picture at home today: only who agreed to pictures is.</summary>
public sealed class PicturesAsked(PictureStore pictures, PictureConsents consents)
{
    public PictureAsked? Of(ClientRecord record) =>
        record.Client.IsPractice || !consents.Given(record.Client.Id, PictureUse.Care)
            ? null
            : PictureAsked.Of(
                record.Followed.Treatments.Select(treatment => treatment.On).Distinct(),
                Visits.Next(record)?.Visit.On,
                record.Waits,
                record.Today,
                pictures.DaysOf(record.Client.Id)
            );
}
