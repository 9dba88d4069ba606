#!/bin/sh
# Reads the sensors of this machine and sends them to an Ovrant run. Nothing is installed, nothing is written.
#
#   curl -s http://BENCH/probe.sh | sh -s -- http://BENCH RUN TOKEN [SECONDS]
#
# Needs a POSIX shell and curl or wget. OVRANT_ROOM names a file that holds the room's temperature in °C or m°C, as a
# thermometer on the bus gives it. OVRANT_SYS and OVRANT_PROC stand for /sys and /proc; OVRANT_ONCE=N ends after N.
set -u

BENCH=${1:-}
RUN=${2:-}
TOKEN=${3:-}
STEP=${4:-1}
SYS=${OVRANT_SYS:-/sys}
PROC=${OVRANT_PROC:-/proc}
ROOM=${OVRANT_ROOM:-}
ONCE=${OVRANT_ONCE:-0}
# lines of one request, and lines kept while the link is lost
AT_ONCE=300
MOST=7200

say() { printf '%s\n' "ovrant: $*" >&2; }

if [ -z "$BENCH" ] || [ -z "$RUN" ] || [ -z "$TOKEN" ]; then
  say "usage: sh probe.sh http://BENCH RUN TOKEN [SECONDS]"
  exit 2
fi
if command -v curl >/dev/null 2>&1; then SENDER=curl
elif command -v wget >/dev/null 2>&1; then SENDER=wget
else
  say "neither curl nor wget is here."
  exit 2
fi

# a file's first line; empty where it cannot be read
first() {
  line=
  [ -r "$1" ] && { IFS= read -r line <"$1" || :; } 2>/dev/null
  printf '%s' "$line"
}

# the same in $line, without a process of its own
take() {
  line=
  [ -r "$1" ] || return 0
  { IFS= read -r line <"$1" || :; } 2>/dev/null
}

lower() { printf '%s' "$1" | tr 'A-Z' 'a-z'; }

SENSORS=
HAVE=" "
# add KEY FILE DIVISOR: a channel that is read from a file; the first of a name stays
add() {
  case "$HAVE" in *" $1 "*) return 0 ;; esac
  [ -r "$2" ] || return 0
  case "$2" in *" "* | *"	"*) return 0 ;; esac
  HAVE="$HAVE$1 "
  SENSORS="$SENSORS$1 $2 $3
"
}

find_sensors() {
  fans=0
  for chip in "$SYS"/class/hwmon/hwmon*; do
    [ -d "$chip" ] || continue
    name=$(lower "$(first "$chip/name")")
    for input in "$chip"/temp*_input; do
      [ -r "$input" ] || continue
      label=$(lower "$(first "${input%_input}_label")")
      case "$name:$label" in
        *gpu*:*junction* | *gpu*:*mem* | *gpu*:*hot*) ;;
        *gpu*:*) add gpu.temperature "$input" 1000 ;;
        *nvme*:*sensor*) ;;
        *nvme*:* | *drive*:* | *ssd*:*) add drive.temperature "$input" 1000 ;;
        *:*core\ [0-9]*)
          number=${label##*core }
          case "$number" in *[!0-9]* | '') ;; *) add "cpu.core$number.temperature" "$input" 1000 ;; esac
          ;;
        *:*package* | *:*tdie* | *:*tctl* | *:cpu* | *cpu*:*) add cpu.temperature "$input" 1000 ;;
        *:*room* | *:*ambient*) add room.temperature "$input" 1000 ;;
      esac
    done
    for input in "$chip"/fan*_input; do
      [ -r "$input" ] || continue
      fans=$((fans + 1))
      add "fan$fans.speed" "$input" 1
    done
    case "$name" in *gpu*)
      for input in "$chip"/power1_average "$chip"/power1_input; do add gpu.power "$input" 1000000; done
      ;;
    esac
  done
  for zone in "$SYS"/class/thermal/thermal_zone*; do
    [ -r "$zone/temp" ] || continue
    case "$(lower "$(first "$zone/type")")" in
      *gpu*) add gpu.temperature "$zone/temp" 1000 ;;
      *pkg* | *cpu* | *soc*)
        case "$HAVE" in *" cpu."*".temperature "*) ;; *) add cpu.temperature "$zone/temp" 1000 ;; esac
        ;;
    esac
  done
  case "$HAVE" in *" cpu."*temperature*) ;; *)
    # nothing says which: the firmware's own zone is the nearest
    for zone in "$SYS"/class/thermal/thermal_zone*; do [ -r "$zone/temp" ] && add cpu.temperature "$zone/temp" 1000; done
    ;;
  esac
  for supply in "$SYS"/class/power_supply/*; do
    [ "$(lower "$(first "$supply/type")")" = battery ] || continue
    BATTERY=${BATTERY:-$supply}
    add battery.charge "$supply/capacity" 1
  done
  ENERGY=
  for zone in "$SYS"/class/powercap/*; do
    case "$(lower "$(first "$zone/name")")" in
      package*) [ -r "$zone/energy_uj" ] && [ -z "$ENERGY" ] && ENERGY=$zone/energy_uj ;;
    esac
  done
  [ -n "$ENERGY" ] && ENERGY_MOST=$(first "${ENERGY%energy_uj}max_energy_range_uj")
}

# whole NUMBER: whether it is one, with a sign or without
whole() {
  case "${1#-}" in '' | *[!0-9]*) return 1 ;; esac
  [ "${#1}" -le 18 ]
}

# over NUMBER DIVISOR: a decimal number in $over, to three places
over() {
  n=$1
  sign=
  case "$n" in -*) sign=-; n=${n#-} ;; esac
  # a leading zero would be read as octal
  while :; do case "$n" in 0?*) n=${n#0} ;; *) break ;; esac; done
  if [ "$2" -eq 1 ]; then over=$sign$n; return; fi
  thousandths=$((n % $2 * 1000 / $2))
  case "$thousandths" in ?) thousandths=00$thousandths ;; ??) thousandths=0$thousandths ;; esac
  over=$sign$((n / $2)).$thousandths
}

# hundredths of a second since this machine started, in $now
clock() {
  take "$PROC/uptime"
  line=${line%% *}
  now=${line%.*}
  part=${line#*.}00
  case "$line" in *.*) ;; *) part=00 ;; esac
  part=${part%"${part#??}"}
  whole "$now" || now=0
  case "$part" in *[!0-9]*) part=00 ;; esac
  now=$((now * 100 + ${part#0}))
}

ENERGY_WAS=
ENERGY_AT=0
# power of the processor from the energy it used since the last look, in $sample
power() {
  [ -n "$ENERGY" ] || return 0
  take "$ENERGY"
  whole "$line" || return 0
  if [ -n "$ENERGY_WAS" ] && [ "$now" -gt "$ENERGY_AT" ]; then
    used=$((line - ENERGY_WAS))
    if [ "$used" -lt 0 ] && whole "${ENERGY_MOST:-}"; then used=$((used + ENERGY_MOST)); fi
    if [ "$used" -ge 0 ]; then
      over $((used / ((now - ENERGY_AT) * 10))) 1000
      sample="$sample,\"cpu.power\":$over"
    fi
  fi
  ENERGY_WAS=$line
  ENERGY_AT=$now
}

BUSY_WAS=
# share of the time the cores worked since the last look
load() {
  take "$PROC/stat"
  case "$line" in "cpu "*) ;; *) return 0 ;; esac
  total=0
  idle=0
  i=0
  for v in ${line#cpu}; do
    whole "$v" || return 0
    total=$((total + v))
    i=$((i + 1))
    case $i in 4 | 5) idle=$((idle + v)) ;; esac
  done
  if [ -n "$BUSY_WAS" ] && [ "$total" -gt "$TOTAL_WAS" ]; then
    sample="$sample,\"cpu.load\":$((100 * (total - idle - BUSY_WAS) / (total - TOTAL_WAS)))"
  fi
  BUSY_WAS=$((total - idle))
  TOTAL_WAS=$total
}

# mean clock of the cores, MHz
speeds() {
  sum=0
  many=0
  for f in "$SYS"/devices/system/cpu/cpu[0-9]*/cpufreq/scaling_cur_freq; do
    take "$f"
    whole "$line" || continue
    sum=$((sum + line))
    many=$((many + 1))
  done
  [ "$many" -gt 0 ] && sample="$sample,\"cpu.clock\":$((sum / many / 1000))"
  return 0
}

# what goes into the battery, W; out of it is below 0
battery() {
  [ -n "${BATTERY:-}" ] || return 0
  take "$BATTERY/power_now"
  whole "$line" || return 0
  over "${line#-}" 1000000
  take "$BATTERY/status"
  case "$line" in
    Charging) sample="$sample,\"battery.power\":$over" ;;
    Discharging) sample="$sample,\"battery.power\":-$over" ;;
    *) sample="$sample,\"battery.power\":0" ;;
  esac
}

room() {
  [ -n "$ROOM" ] || return 0
  take "$ROOM"
  case "$line" in
    *[!0-9.-]* | '') ;;
    *.*) sample="$sample,\"room.temperature\":$line" ;;
    *) whole "$line" && { if [ "${#line}" -gt 3 ]; then over "$line" 1000; else over "$line" 1; fi; sample="$sample,\"room.temperature\":$over"; } ;;
  esac
  return 0
}

# one line of readings, in $sample
read_all() {
  clock
  SEQ=$((SEQ + 1))
  over "$now" 100
  sample="{\"seq\":$SEQ,\"t\":$over"
  while read -r key file by; do
    [ -n "$key" ] || continue
    take "$file"
    whole "$line" || continue
    over "$line" "$by"
    sample="$sample,\"$key\":$over"
  done <<SENSORS
$SENSORS
SENSORS
  power
  load
  speeds
  battery
  room
  sample="$sample}"
}

# head_of LINES: the first lines that are sent at once in $part, what is left in $rest
head_of() {
  part=
  rest=$1
  n=0
  while [ -n "$rest" ] && [ "$n" -lt "$AT_ONCE" ]; do
    part="$part${rest%%
*}
"
    rest=${rest#*
}
    n=$((n + 1))
  done
}

# post LINES: sends them; the answer in $answer, its status in $status
post() {
  url=$BENCH/api/v1/runs/$RUN/samples
  if [ "$SENDER" = curl ]; then
    answer=$(printf '%s' "$1" | curl -s -m 10 -w '\n%{http_code}' -H "authorization: Bearer $TOKEN" \
      -H 'content-type: application/x-ndjson' --data-binary @- "$url" 2>/dev/null) || answer=
    status=${answer##*
}
  else
    answer=$(wget -q -T 10 -O - --header "authorization: Bearer $TOKEN" \
      --header 'content-type: application/x-ndjson' --post-data "$1" "$url" 2>/dev/null)
    case $? in 0) status=200 ;; 8) status=refused ;; *) status= ;; esac
  fi
}

# known: highest number of an earlier probe of this run, so that its numbers are not used twice
known() {
  url=$BENCH/api/v1/runs/$RUN
  if [ "$SENDER" = curl ]; then
    answer=$(curl -s -m 10 -H "authorization: Bearer $TOKEN" "$url" 2>/dev/null) || answer=
  else
    answer=$(wget -q -T 10 -O - --header "authorization: Bearer $TOKEN" "$url" 2>/dev/null) || answer=
  fi
  SEQ=${answer#*\"acknowledged\":}
  SEQ=${SEQ%%[!0-9]*}
  whole "$SEQ" || SEQ=0
}

# sends what is kept, the oldest first, until it is gone or no answer comes
send_all() {
  while [ -n "$PENDING" ]; do
    head_of "$PENDING"
    post "$part"
    case "$status" in
      2*)
        PENDING=$rest
        COUNT=$((COUNT - n))
        BACK=0
        REFUSED=0
        case "$answer" in *'"state":"done"'*) say "the run is over."; exit 0 ;; esac
        ;;
      409) say "the run is over."; exit 0 ;;
      401 | 404) say "this run is not open to that token."; exit 1 ;;
      *)
        if [ "$status" = refused ]; then
          # wget does not say why; one that stays refused is over
          REFUSED=$((REFUSED + 1))
          [ "$REFUSED" -ge 5 ] && { say "the run is over, or not open to that token."; exit 1; }
        fi
        BACK=$((BACK * 2 + 1))
        [ "$BACK" -gt 15 ] && BACK=15
        WAIT=$BACK
        say "no answer; $COUNT kept, again after $BACK more"
        return
        ;;
    esac
  done
}

PENDING=
COUNT=0
WAIT=0
BACK=0
REFUSED=0
find_sensors
case "$HAVE" in *temperature*) ;; *) say "no temperature can be read here; work and clock alone are sent." ;; esac
say "sends$HAVE"
known
LAST=$((SEQ + ONCE))

while :; do
  read_all
  PENDING="$PENDING$sample
"
  COUNT=$((COUNT + 1))
  if [ "$COUNT" -gt "$MOST" ]; then
    # the link was lost for two hours: the oldest go
    PENDING=${PENDING#*
}
    COUNT=$((COUNT - 1))
  fi
  if [ "$WAIT" -gt 0 ]; then WAIT=$((WAIT - 1)); else send_all; fi
  [ "$ONCE" -gt 0 ] && [ "$SEQ" -ge "$LAST" ] && [ -z "$PENDING" ] && exit 0
  sleep "$STEP"
done
