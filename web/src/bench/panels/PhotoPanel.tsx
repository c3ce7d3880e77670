import { useRef } from 'react'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { photoAt, useAddPhoto } from '../../api/client'
import { Key } from '../../app/Key'
import { useKeys } from '../../app/keys'
import { EntryBox } from '../../entry/EntryBox'
import { ink, size } from '../../theme'
import { usePanel } from '../panel'

/** What is to be photographed: from the tablet's camera or from a file. */
export function PhotoPanel() {
  const { job, step, body, change, disabled, kept } = usePanel()
  const add = useAddPhoto(job.number)
  const file = useRef<HTMLInputElement>(null)
  const photos = body.photo?.photos ?? []
  const open = () => {
    if (!disabled && !kept) file.current?.click()
  }
  useKeys({ f: open })
  const take = (f: File | undefined) => {
    if (f)
      add.mutate(f, {
        onSuccess: ({ id }) =>
          change({
            ...body,
            photo: { ...body.photo, photos: [...photos.filter((p) => p !== id), id] },
          }),
      })
  }
  return (
    <Box sx={{ display: 'grid', gap: 4 }}>
      <Typography sx={{ fontWeight: 500, fontSize: size.label }}>{step.panel.of}</Typography>
      <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap' }}>
        {photos.map((id, i) => (
          <Box
            key={id}
            sx={{ border: `1px solid ${ink('ink')}`, background: ink('paper'), display: 'grid' }}
          >
            <a href={photoAt(id)} target="_blank" rel="noreferrer">
              <img
                src={photoAt(id)}
                alt={`Picture ${i + 1}: ${step.panel.of ?? ''}`}
                style={{ display: 'block', width: 190, height: 140, objectFit: 'cover' }}
              />
            </a>
            {!kept && !disabled && (
              <Button
                variant="text"
                sx={{ minHeight: 36 }}
                onClick={() =>
                  change({
                    ...body,
                    photo: { ...body.photo, photos: photos.filter((p) => p !== id) },
                  })
                }
              >
                Leave it out
              </Button>
            )}
          </Box>
        ))}
      </Box>
      {!kept && (
        <Box sx={{ display: 'flex', gap: 3, alignItems: 'center', flexWrap: 'wrap' }}>
          <Button
            size="large"
            variant="outlined"
            disabled={disabled || add.isPending}
            onClick={open}
          >
            {photos.length ? 'One more picture' : 'Take a picture, or choose a file'} <Key>f</Key>
          </Button>
          <input
            ref={file}
            type="file"
            hidden
            accept="image/jpeg,image/png,image/webp"
            capture="environment"
            aria-label="Picture"
            data-photo
            onChange={(e) => {
              take(e.target.files?.[0])
              e.target.value = ''
            }}
          />
          {add.isPending && <span role="status">Keeping the picture</span>}
        </Box>
      )}
      {add.error && (
        <Box role="alert" sx={{ color: ink('out'), fontWeight: 500 }}>
          {add.error.message}
        </Box>
      )}
      <EntryBox
        above
        label="Or where it is kept elsewhere"
        field="body.photo.words"
        value={body.photo?.words}
        onChange={(words) => change({ ...body, photo: { ...body.photo, words } })}
        plain
        width={380}
      />
    </Box>
  )
}
