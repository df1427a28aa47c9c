#!/usr/bin/env bash
# Makes what a studio installs: for each processor one archive that needs nothing else, and one Debian package.
set -euo pipefail
here="$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)"
export DOTNET_NOLOGO=1 DOTNET_CLI_TELEMETRY_OPTOUT=1

to="$here/out"
processors="x64 arm64"
while [ $# -gt 0 ]; do
  case "$1" in
    --to) to="${2:?"--to: name a folder"}"; shift 2 ;;
    --for) processors="${2:?"--for: x64 or arm64"}"; shift 2 ;;
    *) echo "oat package: unknown option '$1'; use --to, --for" >&2; exit 2 ;;
  esac
done
for processor in $processors; do
  case "$processor" in x64|arm64) ;; *) echo "--for: x64 or arm64, not '$processor'" >&2; exit 2 ;; esac
done
command -v dpkg-deb >/dev/null || { echo "dpkg-deb is not here; install Debian's package dpkg" >&2; exit 2; }
mkdir -p "$to"
to="$(cd "$to" && pwd)"

version="$(sed -nE 's,.*<Version>(.*)</Version>.*,\1,p' "$here/Directory.Build.props")"
work="$(mktemp -d)"
trap 'rm -rf "$work"' EXIT

# The files of a release are of its last change, so that the same sources give the same archive.
SOURCE_DATE_EPOCH="$(git -C "$here" log -1 --format=%ct 2>/dev/null || date +%s)"
export SOURCE_DATE_EPOCH

publish() { # project, processor, folder
  (cd "$here" && dotnet publish "src/$1" -c Release -r "linux-$2" --self-contained -o "$3" --artifacts-path "$work/artifacts" \
    -p:Packaging=true -p:RunAnalyzers=false -p:EnforceCodeStyleInBuild=false -v quiet --nologo >&2)
}

manual() { # the words of the launcher, as a page for man
  echo ".TH OAT 1 \"\" \"Oat Path $version\""
  printf '.SH NAME\noat \\- home care regimens, ramped by tolerance\n.SH SYNOPSIS\n.nf\n'
  "$1/oat" help | sed 's/[\\]/\\\\/g; s/-/\\-/g; s/^\./\\\&./'
  printf '.fi\n.SH COMMANDS\n'
  "$1/oat" help | sed -nE 's/^  ([a-z-]+) .*/\1/p; s/^  ([a-z-]+)$/\1/p' | sort -u | while read -r name; do
    printf '.SS %s\n.nf\n' "$name"
    "$1/oat" "$name" --help | sed 's/[\\]/\\\\/g; s/-/\\-/g; s/^\./\\\&./'
    printf '.fi\n'
  done
}

program() { # processor, folder: all that runs, and what belongs beside it
  # The server last: its runtime is the fuller one.
  publish OatPath.Cli "$1" "$2"
  publish OatPath.Web "$1" "$2"
  rm -f "$2"/*.pdb "$2"/*.xml "$2/createdump"
  find "$2" -type d -exec chmod 755 {} + -o -type f -exec chmod 644 {} +
  chmod 755 "$2/OatPath.Web" "$2/oatpath"
  install -m 755 "$here/oat" "$2/oat"
  echo "$version" > "$2/version"
  (cd "$2" && find . -type f -printf '%s %P\n' | LC_ALL=C sort -k2 > "$work/files")
  mv "$work/files" "$2/files"
}

debian() { # processor, Debian's word for it, program folder
  local root="$work/deb-$1" size
  rm -rf "$root"
  install -d "$root/DEBIAN" "$root/usr/lib/oatpath" "$root/usr/bin" "$root/etc/oatpath" "$root/lib/systemd/system" \
    "$root/usr/share/doc/oatpath/examples" "$root/usr/share/man/man1"
  cp -a "$3" "$root/usr/lib/oatpath/program"
  ln -s ../lib/oatpath/current/oat "$root/usr/bin/oat"
  install -m 644 "$here/packaging/oatpath.conf" "$root/etc/oatpath/oatpath.conf"
  install -m 644 "$here/packaging/oatpath.service" "$root/lib/systemd/system/oatpath.service"
  install -m 644 "$here/packaging/proxy/nginx.conf" "$root/usr/share/doc/oatpath/examples/nginx.conf"
  install -m 644 "$here/LICENSE" "$root/usr/share/doc/oatpath/copyright"
  gzip -9n < "$work/oat.1" > "$root/usr/share/man/man1/oat.1.gz"
  chmod 644 "$root/usr/share/man/man1/oat.1.gz"
  for script in preinst postinst prerm postrm; do install -m 755 "$here/packaging/debian/$script" "$root/DEBIAN/$script"; done
  echo /etc/oatpath/oatpath.conf > "$root/DEBIAN/conffiles"
  size="$(du -sk --exclude=DEBIAN "$root" | cut -f1)"
  sed -e "s/@VERSION@/$version/; s/@ARCH@/$2/; s/@SIZE@/$size/" "$here/packaging/debian/control" > "$root/DEBIAN/control"
  (cd "$root" && find . -type f ! -path './DEBIAN/*' -printf '%P\0' | sort -z | xargs -0 md5sum) > "$root/DEBIAN/md5sums"
  dpkg-deb --root-owner-group -Zxz -z3 -b "$root" "$work/oatpath_${version}_$2.deb" >/dev/null
}

# Written beside their place and moved: whoever finds one finds it whole.
for processor in $processors; do
  case "$processor" in x64) arch=amd64 ;; arm64) arch=arm64 ;; esac
  name="oatpath-$version-linux-$processor"
  program "$processor" "$work/$name"
  manual "$work/$name" > "$work/oat.1"
  debian "$processor" "$arch" "$work/$name"
  install -m 644 "$here/LICENSE" "$work/$name/LICENSE"
  install -m 644 "$work/oat.1" "$work/$name/oat.1"
  cp -r "$here/packaging/proxy" "$work/$name/proxy"
  tar -C "$work" --sort=name --owner=0 --group=0 --numeric-owner --mtime="@$SOURCE_DATE_EPOCH" -cf - "$name" | gzip -6n > "$work/$name.tar.gz"
  (cd "$work" && sha256sum "$name.tar.gz" "oatpath_${version}_$arch.deb" > "$name.sha256")
  mv "$work/$name.tar.gz" "$work/oatpath_${version}_$arch.deb" "$work/$name.sha256" "$to/"
  echo "$to/$name.tar.gz"
  echo "$to/oatpath_${version}_$arch.deb"
  rm -rf "${work:?}/$name" "$work/deb-$processor"
done
